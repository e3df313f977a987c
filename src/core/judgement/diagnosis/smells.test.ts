import { describe, expect, it } from "vitest";
import fc from "fast-check";
import { USUAL_KIT } from "@/core/job/kit";
import { jobFromTemplate } from "@/core/job/newJob";
import type { OdourFinding } from "@/core/job/schema";
import { zoneViews, type ZoneView } from "@/core/judgement/zones/zoneView";
import { branches, gainBits } from "@/core/models/chance/bayes";
import { backgroundOf } from "./background";
import { odourSource } from "./odour";

let next = 0;
const views = zoneViews(jobFromTemplate("cabin", () => `i${next++}`, "2026-05-04T08:00:00Z"));
const at = (part: string) => views.find(({ zone }) => zone.part === part)!;
const sniff = (part: string, closed: number, more: Partial<OdourFinding> = {}): OdourFinding => ({
  kind: "odour",
  zoneId: at(part).id,
  closed: closed as OdourFinding["closed"],
  ...more,
});
const source = (readings: OdourFinding[], of: readonly ZoneView[] = views) =>
  odourSource(of, readings, backgroundOf(undefined, "base", USUAL_KIT));

describe("where a smell comes from", () => {
  it("lies where it is strongest, and nearer to it than to where nothing is smelt", () => {
    const { zones } = source([sniff("boot", 5), sniff("r1-s1-base", 0), sniff("headliner", 1)]);
    const chanceOf = (part: string) => zones.find(({ view }) => view.zone.part === part)!.p.value;
    expect(zones[0]!.view.zone.part).toBe("boot");
    expect(chanceOf("boot")).toBeGreaterThan(5 * chanceOf("r1-s1-base"));
    expect(zones.reduce((sum, { p }) => sum + p.value, 0)).toBeCloseTo(1, 9);
  });

  it("the order in which one sniffed does not matter", () =>
    fc.assert(
      fc.property(
        fc.shuffledSubarray(["boot", "r1-s1-base", "r2-s1-base", "headliner", "r1-foot-left"], { minLength: 2 }),
        fc.array(fc.integer({ min: 0, max: 5 }), { minLength: 5, maxLength: 5 }),
        (parts, notes) => {
          const readings = parts.map((part, index) => sniff(part, notes[index]!));
          const forth = source(readings).zones;
          const back = source([...readings].reverse()).zones;
          for (const { view, p } of forth)
            expect(back.find((other) => other.view.id === view.id)!.p.value).toBeCloseTo(p.value, 9);
        },
      ),
      { numRuns: 60 },
    ));

  it("sends the nose where the note would tell most, by as much as Bayes' rule on every note says", () => {
    const { zones, next } = source([sniff("r1-s1-base", 2)]);
    const { zoneId, gain } = next();
    // A smell fades by e over 600 mm, a nose is 0.8 out on its scale, the source is as strong as 1 to 5: written anew here.
    const middle = ({ shape }: ZoneView) => [shape.xMm + shape.widthMm / 2, shape.yMm + shape.heightMm / 2] as const;
    const notesFrom = (here: ZoneView, there: ZoneView) => {
      const [[x, y], [u, v]] = [middle(here), middle(there)];
      const fades = Math.exp(-Math.round(Math.hypot(x - u, y - v)) / 600);
      const noses = [1, 2, 3, 4, 5].map((strength) => {
        const bells = [0, 1, 2, 3, 4, 5].map((note) => Math.exp(-((note - strength * fades) ** 2) / (2 * 0.8 ** 2)));
        return bells.map((bell) => bell / bells.reduce((sum, each) => sum + each, 0));
      });
      return [0, 1, 2, 3, 4, 5].map((note) => noses.reduce((sum, nose) => sum + nose[note]! / 5, 0));
    };
    const chances = zones.map(({ p }) => p.value);
    const tells = (view: ZoneView) => {
      const columns = zones.map((zone) => notesFrom(view, zone.view));
      return gainBits(
        chances,
        branches(
          chances,
          [0, 1, 2, 3, 4, 5].map((note) => columns.map((column) => column[note]!)),
        ),
      );
    };
    const open = zones.slice(0, 41).filter(({ view }) => view.zone.part !== "r1-s1-base");
    const most = open.reduce((best, zone) => (tells(zone.view) > tells(best.view) ? zone : best));
    expect(zoneId).toBe(most.view.id);
    expect(gain!.value).toBeCloseTo(tells(most.view), 9);
  });

  it("shows every note of a few, and of many the strongest by themselves and the rest as one", () => {
    const few = source([sniff("boot", 4), sniff("headliner", 2)]).zones[0]!.p.working.inputs;
    expect(few.filter(({ name }) => name.startsWith("P(strength")).length).toBe(2);
    const all = views.slice(0, 30).map(({ zone }, index) => sniff(zone.part!, index % 6));
    const many = source(all).zones[0]!.p.working.inputs;
    const notes = many.filter(({ name }) => name.startsWith("P(strength"));
    expect(notes.length).toBe(11);
    for (const { name } of notes) expect(name).toMatch(/^P\(strength 5|^P\(strength 4|^P\(strength 3/);
    expect(many.map(({ name }) => name)).toContain("the other 19 notes together");
    // Weight and notes of two zones stand to each other as their chances do.
    const weighed = (of: (typeof many)[number][]) =>
      of.reduce((product, { value, name }) => (name === "fades over" ? product : product * (value as number)), 1);
    const [first, second] = source(all).zones;
    expect(first!.p.value / second!.p.value).toBeCloseTo(
      weighed(first!.p.working.inputs) / weighed(second!.p.working.inputs),
      6,
    );
  });

  it("says where to sniff next while it is not found, never where somebody has been, and to measure once it is", () => {
    const open = source([sniff("r1-s1-base", 2)]).next();
    expect(open.words).toMatch(/^Sniff next at /);
    expect(open.zoneId).not.toBe(at("r1-s1-base").id);
    expect(open.gain!.value).toBeGreaterThan(0);
    const found = source([
      sniff("boot", 5),
      sniff("boot", 5),
      sniff("r2-s1-base", 0),
      sniff("r2-s3-base", 0),
      sniff("r2-foot-left", 0),
      sniff("r2-foot-right", 0),
    ]).next();
    expect(found.words).toMatch(/^(Measure there|Sniff next)/);
    const everywhere = source(views.map(({ zone }) => sniff(zone.part!, 3))).next();
    expect(everywhere.words).toMatch(/^Every zone was sniffed|^Measure there/);
  });

  it("a note on a part that is no longer there is left aside", () => {
    const gone = { ...sniff("boot", 5), zoneId: "gone" };
    const withIt = source([gone, sniff("headliner", 4)]).zones;
    const without = source([sniff("headliner", 4)]).zones;
    expect(withIt.map(({ view, p }) => [view.id, p.value])).toEqual(without.map(({ view, p }) => [view.id, p.value]));
  });

  it("a zone of another piece is far away, however it lies on its own drawing", () => {
    const near = views.slice(0, 2);
    const other = near.map((view, index) => ({
      ...view,
      id: `other-${index}`,
      zone: { ...view.zone, pieceId: "another" },
    }));
    const { zones } = source([sniff(near[0]!.zone.part!, 5)], [...near, ...other]);
    const chance = (id: string) => zones.find(({ view }) => view.id === id)!.p.value;
    expect(chance(near[0]!.id)).toBeGreaterThan(3 * chance("other-0"));
  });
});
