"use client";
import { useState, type ReactNode } from "react";
import Table from "react-bootstrap/Table";
import FormControl from "react-bootstrap/FormControl";
import FormGroup from "react-bootstrap/FormGroup";
import FormLabel from "react-bootstrap/FormLabel";
import {
  CONVENTION_WORDS,
  otherReadings,
  labelText,
  parseReading,
  partsWater,
  readingInWords,
} from "@/core/ground/quantity/ratio";
import { activePpm, capfuls, correctBottle, lastOfBottle, saidEveryWay, warmMix } from "@/core/models/dilution/reckon";
import { mix, mixStrength } from "@/core/models/dilution/mix";
import { Act } from "@/ui/Act";
import { Num } from "@/ui/Num";
import { Stepper } from "@/ui/Stepper";

/** A dilution as it is written; what was read of it, or why it cannot be one. */
function useDilution(first: string) {
  const [text, setText] = useState(first);
  try {
    const reading = parseReading(text);
    return { text, setText, reading, r: partsWater(reading) };
  } catch (error) {
    return { text, setText, problem: (error as Error).message };
  }
}

type Dilution = ReturnType<typeof useDilution>;

/** Sums for the bottle in hand, apart from any plan: nothing here changes the job. */
export function Reckon() {
  const label = useDilution("10:1");
  return (
    <>
      <DilutionField label="As the label says it" dilution={label} />
      {label.r !== undefined && label.r > 0 && (
        <>
          <EveryWay r={label.r} />
          <WrongBottle wanted={label.r} />
          <TheLast r={label.r} />
          <Active r={label.r} />
        </>
      )}
      <Lukewarm />
    </>
  );
}

function DilutionField({
  label,
  dilution: { text, setText, problem, reading, r },
}: {
  label: string;
  dilution: Dilution;
}) {
  return (
    <div className="evidence-row">
      <FormGroup controlId={`reckon-${label.replace(/\W+/g, "-").toLowerCase()}`}>
        <FormLabel>{label}</FormLabel>
        <FormControl
          value={text}
          maxLength={40}
          isInvalid={problem !== undefined}
          onChange={({ target }) => setText(target.value)}
          placeholder="10:1, 1 in 10, 4 product to 1 water, 5 %"
        />
        <FormControl.Feedback type="invalid" role="alert">
          {problem}
        </FormControl.Feedback>
      </FormGroup>
      {r !== undefined && (
        <div className="row-wrap mt-2">
          <span>
            Taken as{" "}
            <b>
              <Num of={mixStrength(r)} words={readingInWords(r)} />
            </b>
          </span>
          {reading &&
            otherReadings(reading).map((other) => (
              <Act key={other.convention} onAct={() => setText(labelText(other))}>
                It means {readingInWords(partsWater(other))}
              </Act>
            ))}
        </div>
      )}
    </div>
  );
}

function Part({ title, children }: { title: string; children: ReactNode }) {
  return (
    <div className="evidence-row">
      <h3>{title}</h3>
      {children}
    </div>
  );
}

const CAP_ML = 25;

function EveryWay({ r }: { r: number }) {
  const [capMl, setCapMl] = useState(CAP_ML);
  return (
    <Part title="The same, said every way">
      <Table className="compare" data-testid="every-way">
        <tbody>
          {saidEveryWay(r).map(({ convention, text }) => (
            <tr key={convention}>
              <th scope="row">{text}</th>
              <td>{CONVENTION_WORDS[convention]}</td>
            </tr>
          ))}
        </tbody>
      </Table>
      <div className="row-wrap mt-2">
        <Stepper label="One cap holds" value={capMl} unit="mL" step={5} min={5} max={100} onChange={setCapMl} />
        <span>
          Caps to a litre of mix:{" "}
          <b>
            <Num of={capfuls(mix(1000, r).product.value, capMl)} testId="caps" />
          </b>
        </span>
      </div>
    </Part>
  );
}

function WrongBottle({ wanted }: { wanted: number }) {
  const [haveMl, setHaveMl] = useState(500);
  const was = useDilution("4:1");
  const fix = was.r === undefined ? undefined : correctBottle(haveMl, was.r, wanted);
  return (
    <Part title="A wrong bottle put right">
      <div className="row-wrap">
        <Stepper label="In the bottle" value={haveMl} unit="mL" step={50} min={50} max={20_000} onChange={setHaveMl} />
      </div>
      <DilutionField label="It was mixed" dilution={was} />
      {fix && (
        <p data-testid="correction">
          {fix.add === "nothing" ? (
            "It is right as it is."
          ) : (
            <>
              Add{" "}
              <b>
                <Num of={fix.amount} testId="correct-amount" />
              </b>{" "}
              {fix.add}. It then holds <Num of={fix.total} testId="correct-total" />: pour some off first if the bottle
              is smaller, into one with its own label.
            </>
          )}
        </p>
      )}
    </Part>
  );
}

function TheLast({ r }: { r: number }) {
  const [leftMl, setLeftMl] = useState(50);
  return (
    <Part title="What the last of the product makes">
      <div className="row-wrap">
        <Stepper label="Product left" value={leftMl} unit="mL" step={10} min={0} max={5000} onChange={setLeftMl} />
        <span>
          It makes{" "}
          <b>
            <Num of={lastOfBottle(leftMl, r)} testId="last-makes" />
          </b>{" "}
          of mix.
        </span>
      </div>
    </Part>
  );
}

function Active({ r }: { r: number }) {
  const [activePct, setActivePct] = useState(5);
  return (
    <Part title="How much active is in it">
      <div className="row-wrap">
        <Stepper
          label="Active in the product"
          value={activePct}
          unit="%"
          step={0.5}
          min={0}
          max={100}
          onChange={setActivePct}
        />
        <span>
          In the mix:{" "}
          <b>
            <Num of={activePpm(activePct, r)} testId="ppm" />
          </b>
          . A disinfectant&apos;s label says what it needs, and for how long it must stay wet.
        </span>
      </div>
    </Part>
  );
}

function Lukewarm() {
  const [totalMl, setTotalMl] = useState(4000);
  const [hotC, setHotC] = useState(60);
  const [coldC, setColdC] = useState(12);
  const [targetC, setTargetC] = useState(35);
  return (
    <Part title="Hot and cold water to a temperature">
      <div className="row-wrap" style={{ alignItems: "flex-start", gap: "1.25rem" }}>
        <Stepper label="In all" value={totalMl} unit="mL" step={500} min={500} max={50_000} onChange={setTotalMl} />
        <Stepper label="Hot tap" value={hotC} unit="degC" step={1} min={20} max={95} onChange={setHotC} />
        <Stepper label="Cold tap" value={coldC} unit="degC" step={1} min={1} max={40} onChange={setColdC} />
        <Stepper label="Wanted" value={targetC} unit="degC" step={1} min={5} max={80} onChange={setTargetC} />
      </div>
      <WarmAnswer {...{ totalMl, hotC, coldC, targetC }} />
    </Part>
  );
}

/** Over this at the cloth protein and dye set; hot water scalds from a little above it. Common practice, no source. */
const SETS_AT_C = 40;

function WarmAnswer({
  totalMl,
  hotC,
  coldC,
  targetC,
}: {
  totalMl: number;
  hotC: number;
  coldC: number;
  targetC: number;
}) {
  const answer = tried(() => warmMix(totalMl, hotC, coldC, targetC));
  if (!answer.ok)
    return (
      <p className="mt-2" role="alert">
        <b>{answer.because}</b>
      </p>
    );
  const { hot, cold } = answer.value;
  return (
    <p className="mt-2" data-testid="warm">
      <b>
        <Num of={hot} testId="warm-hot" />
      </b>{" "}
      hot and{" "}
      <b>
        <Num of={cold} testId="warm-cold" />
      </b>{" "}
      cold. Cold first, then hot; measure before it goes on.
      {targetC > SETS_AT_C && <b> Over 40 °C sets protein and dye: not while either is in play.</b>}
    </p>
  );
}

/** A sum that may refuse its numbers, with the sentence it refuses them by. */
function tried<T>(sum: () => T): { ok: true; value: T } | { ok: false; because: string } {
  try {
    return { ok: true, value: sum() };
  } catch (error) {
    return { ok: false, because: (error as Error).message };
  }
}
