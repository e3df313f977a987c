import { useCallback, useMemo, useState, type ComponentType } from "react";
import type { PhaseId } from "@/bay/state/phases";
import { agentOf, type AgentId } from "@/core/ground/catalog/agents";
import { EVIDENCE_COSTS, EVIDENCE_IDS, testOf, type EvidenceCost } from "@/core/ground/catalog/evidence";
import { FIBRE_TESTS } from "@/core/ground/catalog/fibreTests";
import { TOOLS } from "@/core/ground/catalog/tools";
import { formatDuration } from "@/core/ground/quantity/format";
import type { PieceCase } from "@/core/answers/practice/pieceCase";
import { airNow, findingMin, isOwned, partsAt, type PieceMove } from "@/core/answers/practice/pieceMoves";
import {
  AIR_IDS,
  AIRS,
  AMOUNTS,
  BRUSHES,
  FINDS,
  OTHER_AGENTS,
  PROMISES_H,
  PUT_AGENTS,
  STRENGTHS,
  WAITS_MIN,
  WATERS_C,
  type FindId,
} from "@/core/answers/practice/pieces";
import { wholeOf } from "@/core/answers/practice/whole";
import { Act } from "@/ui/Act";
import { Chips, choicesOf } from "@/ui/Chips";
import { SmallFold } from "@/ui/Fold";
import { Stepper } from "@/ui/Stepper";
import { usePlanned } from "@/ui/usePlanned";
import { plannersNext } from "@/workers/practice";
import { inWords, lower, pieceMoveWords, whereOf } from "./pieceWords";
import { TestChips } from "./TestChips";

/** What is mixed, until something else is. */
export interface Bottle {
  agent?: AgentId;
  strength: keyof typeof STRENGTHS;
  warmth: keyof typeof WATERS_C;
}

export interface Hands {
  /** The part in hand, and all moves as it met them. */
  piece: PieceCase;
  moves: readonly PieceMove[];
  /** As they were made. */
  all: readonly PieceMove[];
  move: (move: PieceMove) => void;
  bottle: Bottle;
  setBottle: (bottle: Bottle) => void;
  go: (phase: PhaseId) => void;
}

const isFound = (moves: readonly PieceMove[], what: FindId) =>
  moves.some((each) => each.do === "find" && each.what === what);

/** Things to find out, each with its minutes; what was found out is not offered again. */
function Finds({ of, moves, move }: { of: readonly FindId[] } & Pick<Hands, "moves" | "move">) {
  return of
    .filter((what) => what === "damp" || !isFound(moves, what))
    .map((what) => (
      <Act key={what} variant="chip" onAct={() => move({ do: "find", what })}>
        {FINDS[what].name}, {FINDS[what].minutes} min
      </Act>
    ));
}

function Look({ piece, moves, move }: Hands) {
  const isTold = moves.some(({ do: what }) => what === "tell");
  return (
    <section className="block" aria-label="Find out">
      <h2>Ask and look</h2>
      <div className="chips">
        <Finds of={["owner", "look", "towel", ...(piece.spill ? (["feel"] as const) : [])]} moves={moves} move={move} />
        {piece.damaged && isFound(moves, "look") && !isTold && (
          <Act variant="chip" onAct={() => move({ do: "tell" })}>
            Show the owner the damage, {findingMin({ do: "tell" })} min
          </Act>
        )}
      </div>
    </section>
  );
}

function Test({ piece, moves, move }: Hands) {
  const proved = new Set(moves.flatMap((each) => (each.do === "proof" ? each.agents : [])));
  const open = (agents: readonly AgentId[]) => agents.filter((agent) => !proved.has(agent));
  const proof = (agent: AgentId) => (
    <Act key={agent} variant="chip" onAct={() => move({ do: "proof", agents: [agent] })}>
      {agentOf(agent).name}
    </Act>
  );
  return (
    <>
      <section className="block" aria-label="The cloth">
        <h2>The cloth</h2>
        <div className="chips">
          <Finds of={["fibre", "patch", "damp"]} moves={moves} move={move} />
        </div>
        {!isFound(moves, "fibre") && <p className="soft mt-2 mb-0">{FIBRE_TESTS.flame.caution}</p>}
      </section>
      <section className="block" aria-label="Hidden place">
        <h2>White cloth on a hidden place, {findingMin({ do: "proof", agents: ["water"] })} min each</h2>
        <div className="chips">{open(PUT_AGENTS).map(proof)}</div>
        <SmallFold title={ELSE}>
          <div className="chips">{open(OTHER_AGENTS).map(proof)}</div>
        </SmallFold>
      </section>
      {piece.spill && <SpillTests moves={moves} move={move} />}
    </>
  );
}

const ELSE = "What else stands on a shelf";

function SpillTests({ moves, move }: Pick<Hands, "moves" | "move">) {
  const done = new Set(moves.flatMap((each) => (each.do === "test" ? [each.test] : [])));
  // The owner is asked in Look.
  const open = EVIDENCE_IDS.filter((test) => test !== "owner" && !done.has(test));
  return (
    <section className="block" aria-label="The spill">
      <h2>The spill</h2>
      {(Object.keys(EVIDENCE_COSTS) as EvidenceCost[]).map((cost) => (
        <TestChips
          key={cost}
          tests={open.filter((test) => testOf(test).cost === cost)}
          label={EVIDENCE_COSTS[cost]}
          onTest={(test) => move({ do: "test", test })}
        />
      ))}
    </section>
  );
}

function Plan({ piece, all: moves, move }: Hands) {
  const asked = moves.at(-1)?.do === "hint";
  return (
    <section className="block" aria-label="Plan">
      <h2>The plan is yours</h2>
      <p>What the planner would do now, by what you know, and by which rule: for five minutes.</p>
      <Act disabled={asked} onAct={() => move({ do: "hint" })}>
        A hint, for five minutes
      </Act>
      {asked && <Hint piece={piece} moves={moves} />}
    </section>
  );
}

function Hint({ piece: { seed }, moves }: Pick<Hands, "piece" | "moves">) {
  const whole = useMemo(() => wholeOf(seed), [seed]);
  const next = usePlanned(useCallback(() => plannersNext(seed, moves), [seed, moves]));
  return (
    <p data-testid="hint" className="mt-3">
      {next ? (
        <>
          By what you know the planner would now: <b>{inWords(next.moves[0]!)}</b>
          {whereOf(whole, next.moves[0]!)}. {next.why}
        </>
      ) : (
        "The planner thinks…"
      )}
    </p>
  );
}

const agentChoice = (id: AgentId) => ({ id, name: agentOf(id).name });

const STRENGTH_NAMES = { half: "Half the label", label: "As the label", double: "Twice the label" };
const AMOUNT_NAMES = { wiped: "Wiped on", misted: "Misted", sprayed: "Sprayed", soaked: "Soaked" };
const WARMTH_NAMES = { cold: "Cold", lukewarm: "Lukewarm", hot: "Hot, 45 °C", scalding: "Scalding, 60 °C" };

function Mix({ bottle, setBottle, go }: Hands) {
  const { agent, strength, warmth } = bottle;
  return (
    <section className="block" aria-label="Mix">
      <h2>What goes into the bottle</h2>
      <Chips
        label="What"
        choices={PUT_AGENTS.map(agentChoice)}
        value={agent}
        onPick={(next) => setBottle({ ...bottle, agent: next })}
      />
      <SmallFold title={ELSE}>
        <Chips
          label={ELSE}
          choices={OTHER_AGENTS.map(agentChoice)}
          value={agent}
          onPick={(next) => setBottle({ ...bottle, agent: next })}
        />
      </SmallFold>
      {agent && (
        <div className="row-wrap align-end mt-3">
          {agentOf(agent).reading !== undefined && (
            <Chips
              label="How strong"
              choices={choicesOf(STRENGTH_NAMES)}
              value={strength}
              onPick={(next) => next && setBottle({ ...bottle, strength: next })}
            />
          )}
          <Chips
            label="How warm"
            choices={choicesOf(WARMTH_NAMES)}
            value={warmth}
            onPick={(next) => next && setBottle({ ...bottle, warmth: next })}
          />
          <Act variant="primary" onAct={() => go("work")}>
            To work with it
          </Act>
        </div>
      )}
    </section>
  );
}

type Place = "all" | "spill";
const PLACE_NAMES = { all: "All over", spill: "The spill alone" };
const on = (place: Place) => (place === "spill" ? { on: "spill" as const } : {});

function Work(hands: Hands) {
  const { piece, move } = hands;
  const [place, setPlace] = useState<Place>("all");
  const lifts = LIFTS.filter((lift) => isOwned(piece, lift));
  return (
    <>
      {piece.spill && (
        <Chips label="Where" choices={choicesOf(PLACE_NAMES)} value={place} onPick={(next) => next && setPlace(next)} />
      )}
      <PutOn {...hands} place={place} />
      <section className="block" aria-label="Work and lift">
        <h2>Work it in, lift it</h2>
        <div className="chips" role="group" aria-label="Work it in with">
          {BRUSHES.filter((tool) => isOwned(piece, { do: "brush", tool })).map((tool) => (
            <Act key={tool} variant="chip" onAct={() => move({ do: "brush", tool, ...on(place) })}>
              {TOOLS[tool].name}
            </Act>
          ))}
        </div>
        <div className="chips mt-2" role="group" aria-label="Lift">
          <Act variant="chip" onAct={() => move({ do: "towel", ...on(place) })}>
            {pieceMoveWords({ do: "towel", ...on(place) })}
          </Act>
          {lifts.map((lift) => (
            <Act key={pieceMoveWords(lift)} variant="chip" onAct={() => move(lift)}>
              {pieceMoveWords(lift)}
            </Act>
          ))}
        </div>
        <DrawOff move={move} />
      </section>
      <Wait move={move} />
    </>
  );
}

function PutOn({ bottle, go, move, place }: Hands & { place: Place }) {
  const [amount, setAmount] = useState<keyof typeof AMOUNTS>("misted");
  const { agent, strength, warmth } = bottle;
  if (!agent)
    return (
      <section className="block" aria-label="Put on">
        <h2>Put it on</h2>
        <p>Nothing is mixed yet.</p>
        <Act onAct={() => go("mix")}>Go to Mix</Act>
      </section>
    );
  return (
    <section className="block" aria-label="Put on">
      <h2>
        Put on: {lower(agentOf(agent).name)}
        {agentOf(agent).reading === undefined ? "" : `, ${lower(STRENGTH_NAMES[strength])}`},{" "}
        {lower(WARMTH_NAMES[warmth])}
      </h2>
      <div className="row-wrap align-end">
        <Chips
          label="How much"
          choices={choicesOf(AMOUNT_NAMES)}
          value={amount}
          onPick={(next) => next && setAmount(next)}
        />
        <Act
          onAct={() =>
            move({
              do: "put",
              agent,
              parts: partsAt(agent, STRENGTHS[strength]),
              lPerM2: AMOUNTS[amount],
              tempC: WATERS_C[warmth],
              ...on(place),
            })
          }
        >
          Put it on
        </Act>
      </div>
    </section>
  );
}

/** What is one tap, with nothing to set. */
const LIFTS: readonly PieceMove[] = [
  { do: "vacuum" },
  { do: "rinse", agent: "water" },
  { do: "rinse", agent: "acid-rinse" },
  { do: "steam" },
];

const MOST = { wet: 8, dry: 16 };

function DrawOff({ move }: Pick<Hands, "move">) {
  const [wet, setWet] = useState(2);
  const [dry, setDry] = useState(6);
  const [warmth, setWarmth] = useState<keyof typeof WATERS_C>("lukewarm");
  return (
    <div className="row-wrap align-end mt-2">
      <Stepper label="Wet strokes" value={wet} unit="strokes" step={1} min={0} max={MOST.wet} onChange={setWet} />
      <Stepper label="Dry strokes" value={dry} unit="strokes" step={1} min={0} max={MOST.dry} onChange={setDry} />
      <Chips
        label="How warm the water is"
        choices={choicesOf(WARMTH_NAMES)}
        value={warmth}
        onPick={(next) => next && setWarmth(next)}
      />
      <Act disabled={wet + dry === 0} onAct={() => move({ do: "draw", wet, dry, tempC: WATERS_C[warmth] })}>
        Draw it off
      </Act>
    </div>
  );
}

function Wait({ move }: Pick<Hands, "move">) {
  return (
    <section className="block" aria-label="Wait">
      <h2>Wait</h2>
      <div className="chips">
        {WAITS_MIN.map((minutes) => (
          <Act key={minutes} variant="chip" onAct={() => move({ do: "wait", minutes })}>
            {formatDuration(minutes)}
          </Act>
        ))}
      </div>
    </section>
  );
}

function Dry({ piece, moves, move }: Hands) {
  const owned = AIR_IDS.filter((how) => isOwned(piece, { do: "air", how }));
  return (
    <>
      <section className="block" aria-label="How it dries">
        <h2>How it dries</h2>
        <Chips
          label="How it dries"
          choices={owned.map((id) => ({ id, name: AIRS[id].name }))}
          value={airNow(moves)}
          onPick={(how) => how && move({ do: "air", how })}
        />
        <div className="chips mt-3">
          <Finds of={["damp"]} moves={moves} move={move} />
        </div>
      </section>
      <Wait move={move} />
    </>
  );
}

function HandBack({ moves, move }: Hands) {
  const promised = moves.findLast((each) => each.do === "promise");
  return (
    <section className="block" aria-label="What you promise">
      <h2>You may use it in</h2>
      <Chips
        label="You may use it in"
        choices={PROMISES_H.map((hours) => ({ id: String(hours), name: formatDuration(hours * 60) }))}
        value={promised?.do === "promise" ? String(promised.hours) : undefined}
        onPick={(hours) => hours && move({ do: "promise", hours: Number(hours) })}
      />
    </section>
  );
}

export const PHASE_PANELS: Record<PhaseId, ComponentType<Hands>> = {
  look: Look,
  test: Test,
  plan: Plan,
  mix: Mix,
  work: Work,
  dry: Dry,
  handback: HandBack,
};
