import { readFileSync } from "node:fs";
import { create } from "fontkit";
import jsQR from "jsqr";
import { describe, expect, it } from "vitest";
import { AGENT_IDS, agentOf } from "@/core/ground/catalog/agents";
import { HAZARDS, signalOf } from "@/core/ground/catalog/hazards";
import { USUAL_KIT } from "@/core/job/kit";
import { labelOf } from "@/core/answers/mixing/labels";
import { mixesOf, type BottleMix } from "@/core/answers/mixing/mixes";
import { entered } from "@/core/ground/sums/working";
import type { Job } from "@/core/job/schema";
import type { Step } from "@/core/judgement/treatment/step/step";
import { labelSheet, squarePath } from "./labels";
import { COVERED_LETTERS, isCovered, printable } from "./letters";
import { FONTS, squeezed, textOf } from "./readBack";

const NOW = "2026-05-04T09:00:00Z";

const bottles = (): BottleMix[] =>
  mixesOf(
    AGENT_IDS.filter((id) => id !== "water").map(
      (agent) =>
        ({
          agent,
          key: agent,
          title: agent,
          amountMl: entered("", 200, "mL"),
          partsWater: entered("", agentOf(agent).reading?.value ?? 0, "parts"),
        }) as unknown as Step,
    ),
    { choices: { readings: {}, bottles: {}, schools: {} } } as unknown as Job,
    USUAL_KIT,
  );

const printed = async (name: string) =>
  textOf(await (await labelSheet([labelOf(bottles()[0]!, name, USUAL_KIT, NOW)], FONTS)).toBlob());

describe("bottle labels", () => {
  it("print every word of the tables, and names of many countries, so that it reads back the same", async () => {
    const names = [
      "Żółta butelka Łódź",
      "Erős tisztító őrzés",
      "Çiçek şişesi ığdır",
      "Žluťoučký kůň",
      "Grünspan & Söhne ½ °C",
    ];
    const labels = bottles().map((mix, index) => labelOf(mix, names[index % names.length]!, USUAL_KIT, NOW));
    const text = await textOf(await (await labelSheet(labels, FONTS)).toBlob());
    for (const { name, product, ratio, contents, mixedOn, useBy, signal, hazards, precautions, firstAid } of labels)
      for (const words of [
        name,
        product ?? "",
        ratio,
        contents,
        mixedOn,
        useBy,
        signal ?? "",
        ...hazards,
        ...precautions,
        ...firstAid,
      ])
        expect(text).toContain(squeezed(words));
  });

  // Made-up names, each as its own script writes it; what is written from the right is read back in its own order too.
  it.each([
    ["Greek", "Ελένη Θαλασσινού"],
    ["Cyrillic", "Юлія Щербакова"],
    ["Hebrew", "נועה ברק"],
    ["Arabic", "ليلى"],
    ["Devanagari", "मीरा"],
    ["Thai", "สมชาย"],
    ["Korean", "김하늘"],
    ["Chinese", "水木清"],
    ["Japanese", "さくら畑"],
    ["Vietnamese", "Nguyễn Thị Hường"],
  ])("print a name in %s letters", async (_script, name) => {
    // Marks that stand over other letters come without a letter of their own, spaces too.
    const text = (await printed(name)).normalize("NFKC").replace(/\p{Cc}/gu, "");
    for (const word of name.split(" ")) expect(text).toContain(word.normalize("NFKC"));
    expect(text).not.toContain("[U+");
  });

  it("put a number, never another letter, for what the font lacks, and know exactly what it has", async () => {
    expect(printable("Łódź ꙮ")).toEqual({ text: "Łódź [U+A66E]", replaced: true });
    // The font itself, by the library that the printing uses.
    const { scripts: _scripts, ...own } = FONTS;
    const faces = Object.values(own).map(
      (file) => create(readFileSync(file)) as unknown as { hasGlyphForCodePoint: (code: number) => boolean },
    );
    for (const letter of COVERED_LETTERS)
      for (const pair of [faces.slice(0, 1).concat(faces[2]!), faces.slice(1, 2).concat(faces[3]!)])
        expect([letter, pair.some((face) => face.hasGlyphForCodePoint(letter.codePointAt(0)!))]).toEqual([
          letter,
          true,
        ]);
    for (const { hazard, precaution, firstAid } of Object.values(HAZARDS))
      expect([...hazard, ...precaution, ...firstAid].every(isCovered)).toBe(true);
    const text = await printed("ꙮ flask");
    expect(text).toContain("[U+A66E]flask");
    expect(text).toContain(squeezed("A number in brackets stands for a letter"));
  });

  it("carry the signal word, the recipe in a code that a reader reads, and a date it keeps to", () => {
    const mix = bottles().find(({ agent }) => agent === "enzyme")!;
    const label = labelOf(mix, agentOf("enzyme").name, USUAL_KIT, NOW);
    expect(label).toMatchObject({ mixedOn: "2026-05-04", useBy: "2026-05-06", signal: "Danger" });
    expect(label.precautions.at(-1)).toBe("Never mixed with anything else.");
    expect(signalOf(["eye-irritant"])).toBe("Warning");
    expect(signalOf([])).toBeUndefined();
    // Drawn as on the sheet, six dots a module, and read back.
    const { d, size } = squarePath(label.recipe);
    const SCALE = 6;
    const pixels = new Uint8ClampedArray((size * SCALE) ** 2 * 4).fill(255);
    for (const [, x, y] of d.matchAll(/M(\d+) (\d+)h1/g))
      for (let dy = 0; dy < SCALE; dy++)
        for (let dx = 0; dx < SCALE; dx++)
          pixels.fill(
            0,
            ((Number(y) * SCALE + dy) * size * SCALE + Number(x) * SCALE + dx) * 4,
            ((Number(y) * SCALE + dy) * size * SCALE + Number(x) * SCALE + dx) * 4 + 3,
          );
    expect(jsQR(pixels, size * SCALE, size * SCALE)?.data).toBe(label.recipe);
  });
});
