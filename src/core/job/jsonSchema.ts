import type { AnyObject } from "yup";
import { ID_PATTERN } from "./idPattern";
import { JOB_FILE_VERSION } from "./fileFormat";
import { jobFileSchema } from "./schema";

type AnySchema = { meta(): AnyObject | undefined; spec: { optional?: boolean } };

/** The job file as JSON Schema (draft 2020-12), written from the meta that the field kinds carry. Pure: same schema, same text. */
export const jobFileJsonSchema = (): AnyObject => ({
  $schema: "https://json-schema.org/draft/2020-12/schema",
  title: `Weary Bristle job file, version ${JOB_FILE_VERSION}`,
  ...jsonOf(jobFileSchema as unknown as AnySchema),
});

function jsonOf(schema: AnySchema): AnyObject {
  const meta = schema.meta() ?? {};
  const about = meta.about ? { description: meta.about } : {};
  if (meta.json) return meta.json;
  if (meta.shape) {
    const entries = Object.entries(meta.shape as Record<string, AnySchema>);
    return {
      type: "object",
      ...about,
      properties: Object.fromEntries(entries.map(([key, field]) => [key, jsonOf(field)])),
      required: entries.filter(([, field]) => field.spec.optional !== true).map(([key]) => key),
      additionalProperties: false,
    };
  }
  if (meta.item) return { type: "array", ...about, maxItems: meta.max, items: jsonOf(meta.item) };
  if (meta.record) {
    const keys = meta.keys as readonly string[] | undefined;
    return {
      type: "object",
      ...about,
      maxProperties: meta.max,
      propertyNames: keys ? { enum: [...keys] } : { pattern: ID_PATTERN.source },
      additionalProperties: jsonOf(meta.record),
    };
  }
  if (meta.kinds) return { ...about, oneOf: Object.values(meta.kinds as Record<string, AnySchema>).map(jsonOf) };
  throw new Error("A field of the job file carries no description for its JSON Schema.");
}
