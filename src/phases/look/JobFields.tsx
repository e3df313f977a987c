"use client";
import { setHead, setSite } from "@/core/job/change";
import type { Job } from "@/core/job/schema";
import { Chips } from "@/ui/Chips";
import { KeptForm } from "@/ui/formLater";
import { useBay } from "@/bay/state/BayContext";
import { AirFields } from "../AirFields";
import { PromiseFields } from "../PromiseFields";

type TextField = "title" | "customer" | "place";
const TEXTS: [TextField, string, number][] = [
  ["title", "Job", 120],
  ["customer", "Customer", 120],
  ["place", "Place", 160],
];

/** Whose it is, and what was promised. */
export function CustomerFields() {
  const { job, run } = useBay();
  return (
    <>
      <KeptForm
        className="mb-2"
        rows={TEXTS.map(([name, label, most]) => ({
          kind: "text",
          name,
          label,
          most,
          value: job[name],
          keep: (value) => run(label, setHead(name, value)),
        }))}
      />
      <PromiseFields />
    </>
  );
}

/** What the place offers. */
export function SiteFields() {
  const { job, run } = useBay();
  const site = <K extends keyof Job["site"]>(key: K, value: Job["site"][K] | undefined) =>
    run("Conditions", setSite(key, value));
  return (
    <>
      <AirFields />
      <h3 className="mt-3">Water</h3>
      <Chips
        label="Water"
        choices={[
          { id: "tap", name: "Tap" },
          { id: "carried", name: "Carried" },
          { id: "none", name: "None" },
        ]}
        value={job.site.water}
        onPick={(value) => site("water", value)}
      />
      <h3 className="mt-3">Power</h3>
      <Chips
        label="Power"
        choices={[
          { id: "mains", name: "Mains" },
          { id: "battery", name: "Battery" },
          { id: "none", name: "None" },
        ]}
        value={job.site.power}
        onPick={(value) => site("power", value)}
      />
      <h3 className="mt-3">Floor</h3>
      <Chips
        label="Floor protection"
        choices={[
          { id: "yes", name: "Covered" },
          { id: "no", name: "Bare" },
        ]}
        value={job.site.floorProtected === undefined ? undefined : job.site.floorProtected ? "yes" : "no"}
        onPick={(value) => site("floorProtected", value === undefined ? undefined : value === "yes")}
      />
      <h3 className="mt-3">Waste water</h3>
      <Chips
        label="Waste water"
        choices={[
          { id: "drain", name: "To a foul drain" },
          { id: "taken-away", name: "Taken away" },
        ]}
        value={job.site.wasteWater}
        onPick={(value) => site("wasteWater", value)}
      />
    </>
  );
}
