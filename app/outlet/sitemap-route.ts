import { publishedPages } from "@server/outlet/latest";
import { XMLBuilder } from "fast-xml-parser";
import type { Route } from "./+types/sitemap-route";

/** The public pages, as the protocol of sitemaps.org has it. */
export async function loader({ context }: Route.LoaderArgs) {
  const { origin } = context;
  const { editions, makers } = await publishedPages(context.database);
  const builder = new XMLBuilder({ ignoreAttributes: false, attributeNamePrefix: "@", format: true });
  const text = builder.build({
    "?xml": { "@version": "1.0", "@encoding": "UTF-8" },
    urlset: {
      "@xmlns": "http://www.sitemaps.org/schemas/sitemap/0.9",
      url: [
        { loc: `${origin}/` },
        { loc: `${origin}/outlet` },
        ...makers.map((id) => ({ loc: `${origin}/makers/${id}` })),
        ...editions.map(({ id, publishedAt }) => ({
          loc: `${origin}/editions/${id}`,
          lastmod: publishedAt.toISOString().slice(0, 10),
        })),
      ],
    },
  });
  return new Response(text, {
    headers: { "Content-Type": "application/xml; charset=utf-8", "Cache-Control": "public, max-age=3600" },
  });
}
