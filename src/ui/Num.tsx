"use client";
import { useId, useState } from "react";
import { formatShare } from "@/core/ground/quantity/format";
import type { Worked } from "@/core/ground/sums/working";
import { later } from "./later";
import { useTip } from "./Tip";
import { useFormat } from "./useFormat";

/** Every formula in words comes with it, so it waits until a number is opened. */
const WorkingView = later(() => import("./WorkingView").then(({ WorkingView }) => WorkingView));

/** A number on screen: tap it and its working unfolds under it. */
export function Num({
  of,
  share = false,
  words,
  testId,
}: {
  of: Worked;
  share?: boolean;
  words?: string;
  testId?: string;
}) {
  const [open, setOpen] = useState(false);
  const { quantity } = useFormat();
  const id = useId();
  const { on, tip } = useTip(open ? undefined : "How it came about");
  const text = words ?? (share ? formatShare(of.value) : quantity(of));
  return (
    <span className="num">
      <button
        type="button"
        className="num-open"
        aria-expanded={open}
        aria-controls={open ? id : undefined}
        data-testid={testId}
        {...on}
        onClick={(event) => {
          event.stopPropagation();
          event.preventDefault();
          setOpen(!open);
        }}
      >
        {text}
      </button>
      {tip}
      {open && (
        <span className="working" id={id}>
          <WorkingView working={of.working} result={text} />
        </span>
      )}
    </span>
  );
}
