"use client";
import { BUILDS, CARE_CODES, CLOTH_CONDITIONS, NEIGHBOURS, type BuildId, type CareCode, type ClothCondition, type NeighbourId } from "@/core/catalog/builds";
import { MATERIALS, type MaterialId } from "@/core/catalog/materials";
import type { Cloth } from "@/core/job/schema";
import { Act } from "@/ui/Act";
import { Chips, choicesOf, ManyChips } from "@/ui/Chips";
import { useBay } from "@/bay/BayContext";

/** Ages are picked, not typed; the older end of each band is kept, which is the careful one. */
const AGES = [
  { id: "9", name: "Under 10 years" },
  { id: "20", name: "10 to 20" },
  { id: "40", name: "Over 20" },
] as const;
const ageBand = (years: number | undefined) => (years === undefined ? undefined : AGES.find(({ id }) => years <= Number(id))?.id ?? "40");

/** What is known of a cloth; whatever is left alone is planned at its safest. */
export function ClothFields({ cloth, path, what }: { cloth: Cloth; path: string[]; what: string }) {
  const { run } = useBay();
  const set = (key: keyof Cloth, value: unknown) => run(`Cloth of ${what}`, { op: "set", path: [...path, key], value });
  return (
    <>
      <h3>Fibre</h3>
      <Chips<MaterialId> label={`Fibre of ${what}`} choices={choicesOf(MATERIALS)} value={cloth.material} onPick={(value) => set("material", value)} />
      <h3 className="mt-3">Build</h3>
      <Chips<BuildId> label={`Build of ${what}`} choices={choicesOf(BUILDS)} value={cloth.build} onPick={(value) => set("build", value)} />
      <h3 className="mt-3">Care label</h3>
      <Chips<CareCode> label={`Care label of ${what}`} choices={choicesOf(CARE_CODES)} value={cloth.careCode} onPick={(value) => set("careCode", value)} />
      <h3 className="mt-3">Age</h3>
      <Chips label={`Age of ${what}`} choices={AGES} value={ageBand(cloth.ageYears)} onPick={(value) => set("ageYears", value && Number(value))} />
      <h3 className="mt-3">State</h3>
      <Chips<ClothCondition> label={`State of ${what}`} choices={choicesOf(CLOTH_CONDITIONS)} value={cloth.condition} onPick={(value) => set("condition", value)} />
      <h3 className="mt-3">Beside or under it</h3>
      <div className="row-wrap">
        <Act className="chip" aria-pressed={cloth.neighbours?.length === 0} onAct={() => set("neighbours", cloth.neighbours?.length === 0 ? undefined : [])}>Looked: nothing</Act>
        <ManyChips<NeighbourId> label={`Beside ${what}`} choices={choicesOf(NEIGHBOURS)} value={cloth.neighbours ?? []} onPick={(value) => set("neighbours", value.length > 0 ? value : undefined)} />
      </div>
    </>
  );
}

/** The cloth in one line. */
export function clothWords(cloth: Cloth): string {
  const known = [cloth.material && MATERIALS[cloth.material].name, cloth.build && BUILDS[cloth.build].name.toLowerCase(), cloth.careCode && CARE_CODES[cloth.careCode].toLowerCase().replace(/^(\w+):/, (code) => `code ${code.toUpperCase().slice(0, -1)}:`)].filter(Boolean);
  return known.length > 0 ? known.join(" · ") : "not known, planned at its safest";
}
