"use client";
import { useRef } from "react";
import Button, { type ButtonProps } from "react-bootstrap/Button";

const AGAIN_AFTER_MS = 300;

/** Ignores a second tap within 300 ms: wet gloves bounce. */
export function useOneTap<A extends unknown[]>(act: (...given: A) => void): (...given: A) => void {
  const last = useRef(-Infinity);
  return (...given) => {
    const now = performance.now();
    if (now - last.current < AGAIN_AFTER_MS) return;
    last.current = now;
    act(...given);
  };
}

type ActProps = Omit<ButtonProps, "onClick"> & { onAct: () => void };

/** A button that acts on release, once. */
export function Act({ onAct, variant = "outline-primary", ...rest }: ActProps) {
  const act = useOneTap(onAct);
  return <Button variant={variant} onClick={() => act()} {...rest} />;
}
