import { describe, expect, it } from "vitest";
import { zoneViews } from "@/core/judgement/zones/zoneView";
import { applyOps } from "@/core/job/commands";
import { addPieceOps, emptyJob } from "@/core/job/newJob";
import { neighbourZone, placeZones, type Direction } from "./geometry";
import { asSeats } from "./seats";

const ids = () => {
  let next = 0;
  return () => `i${next++}`;
};

describe("the map", () => {
  const newId = ids();
  const empty = emptyJob({ id: "j", title: "Two pieces", createdAt: "2026-05-04T08:00:00Z" });
  const job = applyOps(empty, [...addPieceOps("bench-seat", newId), ...addPieceOps("carpet", newId)]).job;
  const views = zoneViews(job);
  const named = (id: string | undefined) => views.find((view) => view.id === id)?.name;
  const from = (name: string, direction: Direction) =>
    named(neighbourZone(views, views.find((view) => view.name === name)!.id, direction));

  it("lays pieces one under another, none over another", () => {
    const { placed, heightMm } = placeZones(views);
    const bottomOfBench = Math.max(
      ...placed.filter(({ view }) => view.piece.template === "bench-seat").map(({ at }) => at.yMm + at.heightMm),
    );
    for (const { view, at } of placed) {
      if (view.piece.template === "carpet") expect(at.yMm).toBeGreaterThan(bottomOfBench);
      expect(at.yMm + at.heightMm).toBeLessThanOrEqual(heightMm);
    }
  });

  it("arrow keys go to the zone that lies there, and stay where nothing does", () => {
    expect(from("Base mid", "left")).toBe("Base left");
    expect(from("Base mid", "right")).toBe("Base right");
    expect(from("Base mid", "up")).toBe("Back");
    expect(from("Base mid", "down")).toBe("Front rail");
    expect(from("Back", "up")).toBeUndefined();
    expect(from("Footwell", "down")).toBe("By the door");
  });
});

describe("the seats of a cabin on the map", () => {
  const empty = emptyJob({ id: "j", title: "A cabin", createdAt: "2026-05-04T08:00:00Z" });
  const { placed } = placeZones(zoneViews(applyOps(empty, addPieceOps("cabin", ids())).job));
  const named = (name: string) => placed.find(({ view }) => view.name === name)!.view.id;
  const none = new Set<string>();

  it("stand as one each while they are alike, over all of their zones, and the rest as it is", () => {
    const { placed: coarse, zonesOf } = asSeats(placed, () => ({ fill: "unseen" }), none);
    expect(zonesOf.size).toBe(5);
    const inSeats = new Set([...zonesOf.values()].flat());
    expect(coarse).toHaveLength(placed.length - inSeats.size + 5);
    for (const { view, at } of coarse)
      for (const zoneId of zonesOf.get(view.id) ?? []) {
        const its = placed.find((each) => each.view.id === zoneId)!.at;
        expect(its.xMm).toBeGreaterThanOrEqual(at.xMm);
        expect(its.yMm + its.heightMm).toBeLessThanOrEqual(at.yMm + at.heightMm + 1e-6);
      }
  });

  it("open where one of their zones is in hand, bears something, or differs", () => {
    const [base, back] = [named("Front seat left, base"), named("Second seat mid, back")];
    expect(asSeats(placed, () => ({}), new Set([base])).zonesOf.size).toBe(4);
    expect(asSeats(placed, ({ id }) => (id === back ? { words: "heavy" } : {}), none).zonesOf.size).toBe(4);
    const both = asSeats(placed, ({ id }) => (id === back ? { words: "heavy" } : {}), new Set([base]));
    expect(both.placed.map(({ view }) => view.id)).toEqual(expect.arrayContaining([base, back]));
  });
});
