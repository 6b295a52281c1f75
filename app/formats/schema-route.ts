import { brushJsonSchema, setFileJsonSchema } from "@core/formats/package";
import { notFound } from "~/http/answers";
import type { Route } from "./+types/schema-route";

const schemas: Record<string, () => Record<string, unknown>> = { set: setFileJsonSchema, brush: brushJsonSchema };

/** The JSON Schemas of the package's files. */
export function loader({ params }: Route.LoaderArgs) {
  if (!Object.hasOwn(schemas, params.name)) throw notFound("schema");
  return Response.json(schemas[params.name](), {
    headers: { "Content-Type": "application/schema+json", "Cache-Control": "public, max-age=3600" },
  });
}
