import type { AnyObject } from "yup";
import { jobFileSchema } from "./schema";

/** What a field of a job is, as its schema describes it. */

type AnySchema = { meta(): AnyObject | undefined };

/**
 * @param segments from the job down, such as zones, byId, z1, soil
 * @param kind of finding where it lies in one
 * @returns the words up to the first stop; of the nearest group that has some, where the field has none
 * @example describedAt(["site", "power"]) // "Power at hand"
 */
export function describedAt(segments: readonly string[], kind?: string): string {
  let at = jobFileSchema as unknown as AnySchema | undefined;
  let words = "";
  for (const segment of ["job", ...segments]) {
    const meta: AnyObject = inKind(at, kind)?.meta() ?? {};
    at = ((meta.shape as Record<string, AnySchema> | undefined)?.[segment] ?? meta.record) as AnySchema | undefined;
    const { about, json } = inKind(at, kind)?.meta() ?? {};
    const here = (about ?? (json as AnyObject | undefined)?.description) as string | undefined;
    if (here) words = here;
  }
  return words.split(/[;:]|\.$|\. /)[0]!.trim();
}

const inKind = (schema: AnySchema | undefined, kind = "") => {
  const kinds = schema?.meta()?.kinds as Record<string, AnySchema> | undefined;
  return kinds && Object.hasOwn(kinds, kind) ? kinds[kind] : schema;
};
