import { describe, expect, it } from "vitest";
import { zoneViews } from "@/core/judgement/zones/zoneView";
import { applyOps } from "@/core/job/commands";
import { addPieceOps, emptyJob } from "@/core/job/newJob";
import { neighbourZone, placeZones, type Direction } from "./geometry";

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
