import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { arbitraryJobFile } from "@/core/testing/arbitraryJob";
import { applyOps } from "./commands";
import { setZone } from "./change";
import { keepSame } from "./keepSame";

describe("a copy made of what is known", () => {
  it("is what was known itself where nothing changed, and equal to the copy whatever did", () => {
    fc.assert(
      fc.property(arbitraryJobFile, arbitraryJobFile, ({ job }, { job: other }) => {
        expect(keepSame(job, structuredClone(job))).toBe(job);
        expect(keepSame(job, structuredClone(other))).toEqual(other);
      }),
      { numRuns: 60 },
    );
  });

  it("has new objects only on the way to what changed", () => {
    const [file] = fc.sample(
      arbitraryJobFile.filter(({ job }) => job.zones.order.length > 1),
      { numRuns: 1, seed: 5 },
    );
    const { job } = file!;
    const [changed, other] = job.zones.order as [string, string];
    const now = keepSame(job, structuredClone(applyOps(job, [setZone(changed, "name", "Another name")]).job));
    expect(now.zones.byId[changed]).not.toBe(job.zones.byId[changed]);
    expect(now.zones.byId[other]).toBe(job.zones.byId[other]);
    expect(now.zones.order).toBe(job.zones.order);
    expect([now.findings, now.events, now.pieces, now.choices]).toEqual([
      job.findings,
      job.events,
      job.pieces,
      job.choices,
    ]);
    for (const key of ["findings", "events", "pieces", "choices"] as const) expect(now[key]).toBe(job[key]);
  });

  it("keeps the order things came in: whoever walks over them meets them as in the copy", () => {
    const before = { byId: { f1: { x: 1 }, f0: { x: 2 } }, other: { y: 1 } };
    const now = { byId: { f0: { x: 2 }, f1: { x: 1 } }, other: { y: 1 } };
    const made = keepSame(before, now);
    expect(JSON.stringify(made)).toBe(JSON.stringify(now));
    expect(made.byId.f0).toBe(before.byId.f0);
    expect(made.byId.f1).toBe(before.byId.f1);
    expect(made.other).toBe(before.other);
    expect(made).not.toBe(before);
  });

  it("tells a key that is gone, one that came, and a list from an object", () => {
    const before = { a: { x: 1 }, list: [{ y: 1 }, { y: 2 }], gone: 1 };
    const now = keepSame(before, { a: { x: 1 }, list: [{ y: 1 }], come: { z: 3 } });
    expect(now).toEqual({ a: { x: 1 }, list: [{ y: 1 }], come: { z: 3 } });
    expect(now.a).toBe(before.a);
    expect(now.list[0]).toBe(before.list[0]);
    expect(keepSame({ a: undefined }, {})).toEqual({});
    expect(keepSame({ 0: "a" }, ["a"])).toEqual(["a"]);
    expect(keepSame({ at: NaN }, { at: NaN, more: undefined })).toStrictEqual({ at: NaN, more: undefined });
  });
});
