"use client";
import { own } from "@/core/job/lookUp";
import { setGas } from "@/core/job/change";
import {
  CABIN_SIZES,
  GAS_IDS,
  GASES,
  STANDS,
  type CabinSize,
  type GasId,
  type StandsId,
} from "@/core/ground/catalog/gases";
import type { GasChoice } from "@/core/job/schema";
import { entered } from "@/core/ground/sums/working";
import { Chips, choicesOf } from "@/ui/Chips";
import { Fold, SmallFold } from "@/ui/Fold";
import { Num } from "@/ui/Num";
import { NumberField } from "@/ui/NumberField";
import { useBay } from "@/bay/state/BayContext";
import { GasMeter } from "../GasMeter";
import { SteamKill } from "./SteamKill";
import { type GasPlan } from "@/core/judgement/treatment/extra/airTreatment";

/** Air changes an hour, from and to. Judgement; a smoke pencil and a stopwatch know better. */
const LEAKS = {
  tight: { name: "Shut tight", range: [0.2, 1] },
  cracked: { name: "Window cracked for the lead", range: [0.5, 3] },
  unknown: { name: "Not known", range: undefined },
} as const;

const AIRINGS = {
  still: { name: "Doors open, no wind", perH: 5 },
  fan: { name: "Doors open and a fan", perH: 10 },
  unknown: { name: "Not known", perH: undefined },
} as const;

/** The air, once the source is gone: by gas with nobody inside, and what steam can and cannot do. */
export function AirTreatment() {
  const { job, run, assessment } = useBay();
  const smells = job.findings.order.filter((id) => own(job.findings.byId, id)?.kind === "odour").length;
  const { gas } = assessment;
  const set = (label: string, change: Partial<GasChoice>) => run(label, setGas({ ...job.gas, ...change } as GasChoice));
  const choice = job.gas;
  const { size, leak, airing } = picksOf(choice);
  return (
    <Fold
      title="Smell: the air, last of all"
      note={gas ? GASES[gas.gas].name : smells > 0 ? `${smells} noted` : "source first"}
      startOpen={gas !== undefined}
      testId="air-treatment"
    >
      <p>Find the source, clean it, dry it: then the air seldom needs more. Masking is not cleaning.</p>
      <div className="form-label">Treat the air with</div>
      <Chips
        label="Treat the air with"
        choices={[{ id: "none", name: "Nothing, air it" }, ...GAS_IDS.map((id) => ({ id, name: GASES[id].name }))]}
        value={choice?.gas ?? "none"}
        onPick={(value) =>
          value === undefined || value === "none"
            ? run("No gas", setGas(undefined))
            : set(GASES[value as GasId].name, { gas: value as GasId })
        }
      />
      {!choice && gas?.inside && (
        <>
          <p className="mt-3">
            <b>{GASES[gas.inside].name} is still inside: nobody goes in before it is aired out.</b>
          </p>
          <GasMeter />
        </>
      )}
      {choice && gas && <GasWork gas={gas} choice={choice} set={set} size={size} leak={leak} airing={airing} />}
      <SteamKill />
    </Fold>
  );
}

function GasWork({
  gas,
  choice,
  set,
  size,
  leak,
  airing,
}: {
  gas: GasPlan;
  choice: GasChoice;
  set: (label: string, change: Partial<GasChoice>) => void;
  size: "small" | "compact" | "midsize" | "large" | "wagon" | undefined;
  leak: "unknown" | "tight" | "cracked" | undefined;
  airing: "unknown" | "still" | "fan" | undefined;
}) {
  return (
    <>
      <div className="caution caution-danger mt-3">
        <h3>Gas burns lungs</h3>
        <p className="mb-0">
          {GASES[gas.gas].never} {GASES[gas.gas].limits}
        </p>
      </div>
      <GasPlace choice={choice} set={set} size={size} leak={leak} airing={airing} />
      <SmallFold title="Own numbers">
        <OwnNumbers choice={choice} set={set} />
      </SmallFold>
      {gas.gas === "ozone" && gas.outputAssumed && (
        <p className="mt-2 mb-0">
          Nobody said what the machine makes in an hour: reckoned as a strong one. Its rating goes on the Shelf.
        </p>
      )}
      <GasNumbers gas={gas} />
      {gas.locks.length > 0 && <Locks gas={gas} />}
      {gas.steps.length > 0 && (
        <p className="mt-2">
          <b>Its steps stand at the end of the plan.</b>
        </p>
      )}
      {(gas.inside ?? gas.meter) && <GasMeter />}
    </>
  );
}

/** Which of the usual answers a choice is; "unknown" where it was left open, undefined where it is a number of one's own. */
function picksOf(choice: GasChoice | undefined) {
  const is = (id: "tight" | "cracked") =>
    LEAKS[id].range[0] === choice?.shutMinPerH && LEAKS[id].range[1] === choice.shutMaxPerH;
  return {
    size: (Object.keys(CABIN_SIZES) as CabinSize[]).find((id) => CABIN_SIZES[id].volumeM3 === choice?.volumeM3),
    leak:
      (["tight", "cracked"] as const).find(is) ??
      (choice && choice.shutMinPerH === undefined ? ("unknown" as const) : undefined),
    airing:
      (["still", "fan"] as const).find((id) => AIRINGS[id].perH === choice?.airedMinPerH) ??
      (choice && choice.airedMinPerH === undefined ? ("unknown" as const) : undefined),
  };
}

/** Where the gas works, and how fast the air goes in and out. */
function GasPlace({
  choice,
  set,
  size,
  leak,
  airing,
}: {
  choice: GasChoice;
  set: (label: string, change: Partial<GasChoice>) => void;
  size: "small" | "compact" | "midsize" | "large" | "wagon" | undefined;
  leak: "unknown" | "tight" | "cracked" | undefined;
  airing: "unknown" | "still" | "fan" | undefined;
}) {
  return (
    <div className="gas-fields mt-3">
      <div>
        <div className="form-label">Where it stands</div>
        <Chips
          label="Where it stands"
          choices={choicesOf(STANDS)}
          value={choice.stands}
          onPick={(stands) => set("Where it stands", { stands: stands as StandsId | undefined })}
        />
      </div>
      <div>
        <div className="form-label">Room inside</div>
        <Chips
          label="Room inside"
          choices={choicesOf(CABIN_SIZES)}
          value={size}
          onPick={(value) => set("Room inside", { volumeM3: value && CABIN_SIZES[value as CabinSize].volumeM3 })}
        />
      </div>
      <LeakChips leak={leak} set={set} />
      <div>
        <div className="form-label">Airing after</div>
        <Chips
          label="Airing after"
          choices={choicesOf(AIRINGS)}
          value={airing}
          onPick={(value) => set("Airing", { airedMinPerH: value && AIRINGS[value].perH })}
        />
      </div>
      <div>
        <div className="form-label">Inside and beside it</div>
        <Chips
          label="Inside and beside it"
          choices={[{ id: "cleared", name: "No person, animal or plant" }]}
          value={choice.cleared ? "cleared" : undefined}
          onPick={(value) => set("Cleared", { cleared: value === "cleared" ? true : undefined })}
        />
      </div>
    </div>
  );
}

function LeakChips({
  leak,
  set,
}: {
  leak: "unknown" | "tight" | "cracked" | undefined;
  set: (label: string, change: Partial<GasChoice>) => void;
}) {
  return (
    <div>
      <div className="form-label">Leak while it works</div>
      <Chips
        label="Leak while it works"
        choices={choicesOf(LEAKS)}
        value={leak}
        onPick={(value) =>
          set("Leak", {
            shutMinPerH: value && LEAKS[value].range?.[0],
            shutMaxPerH: value && LEAKS[value].range?.[1],
          })
        }
      />
    </div>
  );
}

function OwnNumbers({ choice, set }: { choice: GasChoice; set: (label: string, change: Partial<GasChoice>) => void }) {
  return (
    <div className="fields">
      <NumberField
        label="Volume inside"
        unit="m3"
        min={0.3}
        max={300}
        decimals={2}
        value={choice.volumeM3}
        onChange={(volumeM3) => set("Volume inside", { volumeM3 })}
      />
      <NumberField
        label="Air changes shut, at least"
        unit="1/h"
        min={0}
        max={30}
        decimals={1}
        value={choice.shutMinPerH}
        onChange={(shutMinPerH) => set("Air changes shut", { shutMinPerH })}
      />
      <NumberField
        label="Air changes shut, at most"
        unit="1/h"
        min={0}
        max={30}
        decimals={1}
        value={choice.shutMaxPerH}
        onChange={(shutMaxPerH) => set("Air changes shut", { shutMaxPerH })}
      />
      <NumberField
        label="Air changes opened, at least"
        unit="1/h"
        min={0.1}
        max={200}
        decimals={1}
        value={choice.airedMinPerH}
        onChange={(airedMinPerH) => set("Air changes opened", { airedMinPerH })}
      />
      <NumberField
        label="Room around it"
        unit="m3"
        min={5}
        max={100_000}
        decimals={0}
        value={choice.roomM3}
        onChange={(roomM3) => set("Room around it", { roomM3 })}
      />
      <NumberField
        label="Its air changes"
        unit="1/h"
        min={0}
        max={200}
        decimals={1}
        value={choice.roomAirPerH}
        onChange={(roomAirPerH) => set("Its air changes", { roomAirPerH })}
      />
    </div>
  );
}

/** What it comes to, from the unfavourable end. */
function GasNumbers({ gas }: { gas: GasPlan }) {
  return (
    <div className="facts" data-testid="gas-numbers">
      {gas.peak && (
        <div>
          <span>Inside, at most</span> <Num of={gas.peak} testId="gas-peak" />
        </div>
      )}
      {gas.dose && (
        <div>
          <span>The smell gets, at least</span> <Num of={gas.dose} />
        </div>
      )}
      {gas.room && (
        <div>
          <span>In the room around, at most</span> <Num of={gas.room} testId="gas-room" />
        </div>
      )}
      <div>
        <span>Safe entry after opening</span>{" "}
        {gas.toEntry && Number.isFinite(gas.toEntry.value) ? (
          <>
            <Num of={gas.toEntry} testId="gas-entry" />, and the meter at <Num of={entered("aim", gas.aimPpm, "ppm")} />
          </>
        ) : (
          <b>
            No time without a known output, leak and airing: enter only when a meter reads{" "}
            <Num of={entered("aim", gas.aimPpm, "ppm")} /> or less.
          </b>
        )}
      </div>
    </div>
  );
}

function Locks({ gas }: { gas: GasPlan }) {
  return (
    <div data-testid="gas-locks">
      <h3>Not yet</h3>
      <ul className="mb-0">
        {gas.locks.map(({ id, because }) => (
          <li key={id}>{because}</li>
        ))}
      </ul>
    </div>
  );
}
