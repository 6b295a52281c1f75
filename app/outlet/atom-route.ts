import { latestEditions } from "@server/outlet/latest";
import { XMLBuilder } from "fast-xml-parser";
import { counted } from "~/ui/words";
import type { Route } from "./+types/atom-route";

/** New editions as a feed: Atom, RFC 4287. */
export async function loader({ context }: Route.LoaderArgs) {
  const { origin } = context;
  const editions = await latestEditions(context.database);
  const builder = new XMLBuilder({ ignoreAttributes: false, attributeNamePrefix: "@", format: true });
  const text = builder.build({
    "?xml": { "@version": "1.0", "@encoding": "utf-8" },
    feed: {
      "@xmlns": "http://www.w3.org/2005/Atom",
      id: `${origin}/outlet`,
      title: "New editions in the outlet",
      updated: (editions[0]?.publishedAt ?? new Date(0)).toISOString(),
      link: [
        { "@rel": "self", "@type": "application/atom+xml", "@href": `${origin}/outlet.atom` },
        { "@rel": "alternate", "@type": "text/html", "@href": `${origin}/outlet` },
      ],
      entry: editions.map(({ id, name, version, studio, note, publishedAt, brushes }) => ({
        id: `${origin}/editions/${id}`,
        title: `${name} ${version}`,
        updated: publishedAt.toISOString(),
        author: { name: studio },
        link: { "@rel": "alternate", "@type": "text/html", "@href": `${origin}/editions/${id}` },
        summary: note || `${counted(brushes, "brush", "brushes")} by ${studio}`,
      })),
    },
  });
  return new Response(text, {
    headers: { "Content-Type": "application/atom+xml; charset=utf-8", "Cache-Control": "public, max-age=300" },
  });
}
