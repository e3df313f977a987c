"use client";
import { toldBy } from "@/core/job/problem";
import { record } from "@/core/job/change";
import { type SetStateAction, type Dispatch, useEffect, useState } from "react";
import ProgressBar from "react-bootstrap/ProgressBar";
import { CARDS, type CardId } from "@/core/ground/catalog/cards";
import type { Picks } from "@/core/models/colour/measure";
import { BANK_CARD_MM, colourEvent, picksAfter, picksOf, USUAL_PICKS } from "@/core/answers/measure/picks";
import { colourOf } from "@/core/answers/measure/result";
import type { ColourEvent } from "@/core/job/schema";
import { nowIso } from "@/store/clock";
import { newId } from "@/store/newId";
import { pictureBlob, usePicture } from "@/store/pictures";
import { Act } from "@/ui/Act";
import { Chips, choicesOf } from "@/ui/Chips";
import { Stepper } from "@/ui/Stepper";
import { measureWorker, stopMeasuring } from "@/workers/measure";
import { useBay } from "@/bay/state/BayContext";
import { movedTo, Pointing, type Shape, type Thing } from "./Pointing";

const SHOWS = [
  { id: "before", name: "The mark before" },
  { id: "after", name: "The mark now" },
  { id: "towel", name: "The towel it was wiped with" },
] as const;
const PER_CENT = 0.01;

interface Measured {
  findingId: string;
  pictureId: string;
  shows: ColourEvent["when"];
  onClose: () => void;
}

/** What is pointed at: as it was read, as the first picture had it, or as somebody moved it. */
function usePicks({ findingId, pictureId, shows }: Measured, shape: Shape | undefined) {
  const { history } = useBay().assessment;
  const [when, setWhen] = useState(shows);
  const [own, setOwn] = useState<Picks>();
  const [ownMark, setOwnMark] = useState(false);
  const { before } = colourOf(history, findingId);
  const read = history.standing.findLast(
    (event): event is ColourEvent =>
      event.kind === "colour" && event.pictureId === pictureId && event.findingId === findingId,
  );
  // The place of the mark is known from before; it follows the card and the length until somebody moves it.
  const follows = when === "after" && before !== undefined && before.pictureId !== pictureId;
  const seen = own ?? (read ? picksOf(read) : follows ? picksOf(before) : USUAL_PICKS);
  const picks: Picks = follows && !ownMark && shape ? picksAfter(before, shape, seen) : seen;
  const move = (next: Picks, thing: Thing) => {
    if (thing === "mark") setOwnMark(true);
    setOwn(next);
  };
  return { when, setWhen, picks, move };
}

/** Reads the colours beside the page, and records them. */
function useReading({ findingId, pictureId, onClose }: Measured) {
  const { run } = useBay();
  const [state, setState] = useState<{ busy?: boolean; problem?: string }>({});
  const readIt = async (picks: Picks, when: ColourEvent["when"]) => {
    setState({ busy: true });
    try {
      const blob = await pictureBlob(pictureId);
      const start = performance.now();
      const answer = blob
        ? await measureWorker().measure(blob, {
            ...picks,
            cardIsCloth: when === "towel" && picks.card === "white-card",
          })
        : { problem: "This picture is not on this device." };
      performance.measure("measure", { start });
      if ("problem" in answer) return setState({ problem: answer.problem });
      run(
        when === "towel" ? "Read the towel" : "Measure the mark",
        record(colourEvent({ id: newId(), at: nowIso(), findingId, when, pictureId }, picks, answer)),
      );
      onClose();
    } catch (error) {
      setState({ problem: toldBy(error, "The colours could not be read. Try again, or take another picture.") });
    }
  };
  const stop = () => {
    stopMeasuring();
    setState({});
  };
  return { state, readIt, stop, forget: () => setState({}) };
}

/** The picks with a known length in them, or without it again. */
const withOrWithoutScale = (picks: Picks): Picks =>
  picks.scale
    ? { card: picks.card, cardAt: picks.cardAt, mark: picks.mark }
    : {
        ...picks,
        scale: {
          from: { x: picks.cardAt.x - 1.4 * picks.cardAt.r, y: picks.cardAt.y },
          to: { x: picks.cardAt.x + 1.4 * picks.cardAt.r, y: picks.cardAt.y },
          lengthMm: BANK_CARD_MM,
        },
      };

/** Point at card and mark, and the colours are read; what is wrong with the picture is said, and nothing changes. */
export function MeasurePanel(measured: Measured) {
  const { pictureId, onClose } = measured;
  const url = usePicture(pictureId);
  const shape = useShape(url);
  const { when, setWhen, picks, move } = usePicks(measured, shape);
  const { state, readIt, stop, forget } = useReading(measured);
  const [inHand, setInHand] = useState<Thing>("card");
  if (url === null)
    return <p role="alert">This picture is not on this device, so it cannot be measured here. Nothing changed.</p>;
  if (!url || !shape) return <p>Opening the picture…</p>;
  const size = (next: Picks, thing: Thing = "card") => {
    move(next, thing);
    forget();
  };
  return (
    <div className="now-step measuring" data-testid="measure" aria-label="Measure a picture">
      <Pointing
        url={url}
        shape={shape}
        picks={picks}
        inHand={inHand}
        onHand={setInHand}
        onMove={(thing, to) => size(movedTo(picks, thing, to), thing)}
      />
      <div>
        <div className="row-wrap">
          <Act variant="primary" onAct={() => void readIt(picks, when)} disabled={state.busy}>
            {state.busy ? "Reading…" : "Read the colours"}
          </Act>
          <Act variant="link" onAct={state.busy ? stop : onClose}>
            {state.busy ? "Stop" : "Leave it"}
          </Act>
        </div>
        {state.busy && <ProgressBar className="mt-2" animated now={100} aria-label="Reading the colours" />}
        {state.problem && (
          <p role="alert" className="mt-2">
            <b>{state.problem}</b> Nothing was recorded.
          </p>
        )}
        <h3 className="mt-3">It shows</h3>
        <Chips label="It shows" choices={SHOWS} value={when} onPick={(next) => next && setWhen(next)} />
        <h3 className="mt-3">In hand: tap or drag on the picture</h3>
        <InHandChips when={when} picks={picks} inHand={inHand} setInHand={setInHand} />
        <SizeOfThing inHand={inHand} picks={picks} size={size} />
        <h3 className="mt-3">The card is a</h3>
        <Chips<CardId>
          label="The card is a"
          choices={choicesOf(CARDS)}
          value={picks.card}
          onPick={(card) => card && size({ ...picks, card })}
        />
        <Act variant="link" aria-pressed={picks.scale !== undefined} onAct={() => size(withOrWithoutScale(picks))}>
          {picks.scale ? "Leave the known length out" : "A known length lies in it: tells the area"}
        </Act>
      </div>
    </div>
  );
}

function InHandChips({
  when,
  picks,
  inHand,
  setInHand,
}: {
  when: "towel" | "after" | "before";
  picks: Picks;
  inHand: Thing;
  setInHand: Dispatch<SetStateAction<Thing>>;
}) {
  return (
    <Chips<Thing>
      label="In hand"
      choices={[
        { id: "card", name: "Card" },
        { id: "mark", name: when === "towel" ? "Wiped place" : "Mark" },
        ...(picks.scale
          ? [
              { id: "from" as const, name: "One end" },
              { id: "to" as const, name: "Other end" },
            ]
          : []),
      ]}
      value={inHand}
      onPick={(next) => next && setInHand(next)}
    />
  );
}

function SizeOfThing({
  inHand,
  picks,
  size,
}: {
  inHand: Thing;
  picks: Picks;
  size: (next: Picks, thing?: Thing) => void;
}) {
  return (
    <div className="row-wrap mt-2">
      {inHand === "card" && (
        <Stepper
          label="Ring on the card"
          value={Math.round(picks.cardAt.r / PER_CENT)}
          unit="%"
          step={1}
          min={1}
          max={30}
          onChange={(value) => size({ ...picks, cardAt: { ...picks.cardAt, r: value * PER_CENT } })}
        />
      )}
      {inHand === "mark" && (
        <Stepper
          label="Across"
          value={Math.round((2 * picks.mark.rx) / PER_CENT)}
          unit="%"
          step={2}
          min={2}
          max={96}
          onChange={(value) => size({ ...picks, mark: { ...picks.mark, rx: (value * PER_CENT) / 2 } }, "mark")}
        />
      )}
      {inHand === "mark" && (
        <Stepper
          label="Down"
          value={Math.round((2 * picks.mark.ry) / PER_CENT)}
          unit="%"
          step={2}
          min={2}
          max={96}
          onChange={(value) => size({ ...picks, mark: { ...picks.mark, ry: (value * PER_CENT) / 2 } }, "mark")}
        />
      )}
      {picks.scale && (inHand === "from" || inHand === "to") && (
        <Stepper
          label="Length of the line"
          value={picks.scale.lengthMm}
          unit="mm"
          step={5}
          min={5}
          max={3000}
          words={`${picks.scale.lengthMm} mm`}
          onChange={(value) => size({ ...picks, scale: { ...picks.scale!, lengthMm: value } })}
        />
      )}
    </div>
  );
}

/** How large the picture is, once it has been opened. */
function useShape(url: string | null | undefined): Shape | undefined {
  const [shape, setShape] = useState<Shape>();
  useEffect(() => {
    if (!url) return;
    const image = new Image();
    image.onload = () => setShape({ widthPx: image.naturalWidth, heightPx: image.naturalHeight });
    image.src = url;
  }, [url]);
  return shape;
}
