"use client";
import { useEffect, useState, type FocusEvent, type MouseEvent, type ReactNode } from "react";
import { later } from "./later";

const TipWords = later(() => import("./TipWords").then(({ TipWords }) => TipWords));

/** A pointer that only passes over says nothing. */
const AFTER_MS = 400;

/**
 * A word beside what somebody points at or has reached by keyboard; Esc takes it away.
 * @param words undefined: nothing is said
 * @returns what the element takes on, and what stands after it
 */
export function useTip(words: string | undefined) {
  const [at, setAt] = useState<HTMLElement>();
  const [pointed, setPointed] = useState<HTMLElement>();
  useEffect(() => {
    if (!pointed) return;
    const timer = setTimeout(() => setAt(pointed), AFTER_MS);
    return () => clearTimeout(timer);
  }, [pointed]);
  const away = () => {
    setPointed(undefined);
    setAt(undefined);
  };
  return {
    on: {
      onMouseEnter: ({ currentTarget }: MouseEvent<HTMLElement>) => setPointed(currentTarget),
      onMouseLeave: away,
      onFocus: ({ currentTarget, target }: FocusEvent<HTMLElement>) =>
        target.matches(":focus-visible") && setAt(currentTarget),
      onBlur: away,
      onKeyDown: ({ key }: { key: string }) => key === "Escape" && away(),
    },
    tip: at && words ? <TipWords at={at} words={words} /> : null,
  };
}

/** The same round a button that bears only a sign. */
export function Tip({ words, children }: { words: string; children: ReactNode }) {
  const { on, tip } = useTip(words);
  return (
    <span {...on}>
      {children}
      {tip}
    </span>
  );
}
