import { useState } from "react";
import { agentOf, type AgentId } from "@/core/ground/catalog/agents";
import { FIBRE_TESTS } from "@/core/ground/catalog/fibreTests";
import { TOOLS } from "@/core/ground/catalog/tools";
import { formatDuration } from "@/core/ground/quantity/format";
import type { PieceCase } from "@/core/answers/practice/pieceCase";
import { airNow, findingMin, partsAt, type PieceMove } from "@/core/answers/practice/pieceMoves";
import { lessonOf } from "@/core/answers/practice/lessons";
import {
  AIRS,
  AMOUNTS,
  BRUSHES,
  FIND_IDS,
  FINDS,
  LEVELS,
  PROMISES_H,
  PUT_AGENTS,
  STRENGTHS,
  WAITS_MIN,
  WATERS_C,
} from "@/core/answers/practice/pieces";
import { Act } from "@/ui/Act";
import { Chips, choicesOf } from "@/ui/Chips";
import { Stepper } from "@/ui/Stepper";
import { AtThumb } from "@/ui/ThumbBar";
import { PieceKnown } from "./PieceKnown";
import { pieceMoveWords } from "./pieceWords";

interface Hands {
  piece: PieceCase;
  moves: readonly PieceMove[];
  move: (move: PieceMove) => void;
}

/** A whole piece that is being worked on: everything hands may do, the forbidden too, beside what is known. */
export function PieceInHand({ leave, takeBack, ...hands }: Hands & { leave: () => void; takeBack: () => void }) {
  const { piece, moves, move } = hands;
  const lesson = lessonOf(piece.seed);
  return (
    <>
      <div className="row-between">
        <h1>{lesson ? lesson.title : `Case ${piece.seed}`}</h1>
        <Act variant="link" onAct={leave}>
          Leave it
        </Act>
      </div>
      <p>
        {lesson ? piece.words : `${piece.words}, soiled. ${LEVELS[piece.level!].name}.`} {piece.job.site.airTempC} °C,{" "}
        {piece.job.site.relativeHumidityPct} % humidity.
      </p>
      {lesson && (
        <p>
          <b>Goal:</b> {lesson.goal}
        </p>
      )}
      <div className="practice">
        <div>
          <FindOut {...hands} />
          <PutOn moves={moves} move={move} />
          <WorkAndLift move={move} />
          <Wait move={move} />
          <DryAndPromise moves={moves} move={move} />
        </div>
        <PieceKnown {...hands} takeBack={takeBack}>
          <AtThumb>
            <Act variant="primary" onAct={() => move({ do: "handback" })}>
              Hand it back
            </Act>
          </AtThumb>
        </PieceKnown>
      </div>
    </>
  );
}

/** Read again and again; all else is found out once. */
const AGAIN = "damp";

function FindOut({ moves, move }: Hands) {
  const done = new Set(moves.flatMap((each) => (each.do === "find" ? [each.what] : [])));
  const open = FIND_IDS.filter((what) => what === AGAIN || !done.has(what));
  return (
    <section className="block" aria-label="Find out">
      <h2>Find out</h2>
      <div className="chips">
        {open.map((what) => (
          <Act key={what} variant="chip" onAct={() => move({ do: "find", what })}>
            {FINDS[what].name}, {FINDS[what].minutes} min
          </Act>
        ))}
      </div>
      {open.includes("fibre") && <p className="soft mt-2 mb-0">{FIBRE_TESTS.flame.caution}</p>}
    </section>
  );
}

const agentChoice = <A extends AgentId>(id: A) => ({ id, name: agentOf(id).name });

const STRENGTH_NAMES = { half: "Half the label", label: "As the label", double: "Twice the label" };
const AMOUNT_NAMES = { wiped: "Wiped on", misted: "Misted", sprayed: "Sprayed", soaked: "Soaked" };
const WARMTH_NAMES = { cold: "Cold", lukewarm: "Lukewarm", hot: "Hot, 45 °C", scalding: "Scalding, 60 °C" };
type Warmth = keyof typeof WATERS_C;

function PutOn({ moves, move }: Omit<Hands, "piece">) {
  const [agent, setAgent] = useState<(typeof PUT_AGENTS)[number]>();
  const [strength, setStrength] = useState<keyof typeof STRENGTHS>("label");
  const [amount, setAmount] = useState<keyof typeof AMOUNTS>("misted");
  const [warmth, setWarmth] = useState<Warmth>("lukewarm");
  const mixes = agent !== undefined && agentOf(agent).reading !== undefined;
  const proved = moves.some((each) => each.do === "proof" && each.agents.some((other) => other === agent));
  return (
    <section className="block" aria-label="Put on">
      <h2>Prove it, put it on</h2>
      <Chips label="What" choices={PUT_AGENTS.map(agentChoice)} value={agent} onPick={setAgent} />
      {agent && (
        <div className="row-wrap align-end mt-3">
          {!proved && (
            <Act onAct={() => move({ do: "proof", agents: [agent] })}>
              Prove it on a hidden place, {findingMin({ do: "proof", agents: [agent] })} min
            </Act>
          )}
          {mixes && (
            <Chips
              label="How strong"
              choices={choicesOf(STRENGTH_NAMES)}
              value={strength}
              onPick={(next) => next && setStrength(next)}
            />
          )}
          <Chips
            label="How much"
            choices={choicesOf(AMOUNT_NAMES)}
            value={amount}
            onPick={(next) => next && setAmount(next)}
          />
          <Chips
            label="How warm"
            choices={choicesOf(WARMTH_NAMES)}
            value={warmth}
            onPick={(next) => next && setWarmth(next)}
          />
          <Act
            onAct={() =>
              move({
                do: "put",
                agent,
                parts: partsAt(agent, STRENGTHS[strength]),
                lPerM2: AMOUNTS[amount],
                tempC: WATERS_C[warmth],
              })
            }
          >
            Put it on
          </Act>
        </div>
      )}
    </section>
  );
}

/** What is one tap, with nothing to set. */
const LIFTS: readonly PieceMove[] = [
  { do: "vacuum" },
  { do: "towel" },
  { do: "rinse", agent: "water" },
  { do: "rinse", agent: "acid-rinse" },
  { do: "steam" },
];

const MOST = { wet: 8, dry: 16 };

function WorkAndLift({ move }: Pick<Hands, "move">) {
  const [wet, setWet] = useState(2);
  const [dry, setDry] = useState(6);
  const [warmth, setWarmth] = useState<Warmth>("lukewarm");
  return (
    <section className="block" aria-label="Work and lift">
      <h2>Work it in, lift it</h2>
      <div className="chips" role="group" aria-label="Work it in with">
        {BRUSHES.map((tool) => (
          <Act key={tool} variant="chip" onAct={() => move({ do: "brush", tool })}>
            {TOOLS[tool].name}
          </Act>
        ))}
      </div>
      <div className="chips mt-2" role="group" aria-label="Lift">
        {LIFTS.map((lift) => (
          <Act key={pieceMoveWords(lift)} variant="chip" onAct={() => move(lift)}>
            {pieceMoveWords(lift)}
          </Act>
        ))}
      </div>
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
    </section>
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

function DryAndPromise({ moves, move }: Omit<Hands, "piece">) {
  const promised = moves.findLast((each) => each.do === "promise");
  return (
    <section className="block" aria-label="Dry and promise">
      <h2>How it dries, what you promise</h2>
      <Chips
        label="How it dries"
        choices={choicesOf(AIRS)}
        value={airNow(moves)}
        onPick={(how) => how && move({ do: "air", how })}
      />
      <div className="form-label mt-3">You may use it in</div>
      <Chips
        label="You may use it in"
        choices={PROMISES_H.map((hours) => ({ id: String(hours), name: formatDuration(hours * 60) }))}
        value={promised?.do === "promise" ? String(promised.hours) : undefined}
        onPick={(hours) => hours && move({ do: "promise", hours: Number(hours) })}
      />
    </section>
  );
}
