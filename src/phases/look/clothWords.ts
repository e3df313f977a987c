import { BUILDS, CARE_CODES } from "@/core/ground/catalog/builds";
import { OF_WHAT } from "@/core/ground/catalog/surfaces";
import { MATERIALS } from "@/core/ground/catalog/materials";
import type { Cloth } from "@/core/job/schema";

/** The cloth in one line. */
export function clothWords(cloth: Cloth): string {
  if (cloth.ofWhat && cloth.ofWhat !== "cloth") return OF_WHAT[cloth.ofWhat];
  const known = [
    cloth.material && MATERIALS[cloth.material].name,
    cloth.build && BUILDS[cloth.build].name.toLowerCase(),
    cloth.careCode &&
      CARE_CODES[cloth.careCode].toLowerCase().replace(/^(\w+):/, (code) => `code ${code.toUpperCase().slice(0, -1)}:`),
  ].filter(Boolean);
  return known.length > 0 ? known.join(" · ") : "not known, planned at its safest";
}
