"use client";
import { useSyncExternalStore, type ReactNode } from "react";
import { createPortal } from "react-dom";

/** On a phone the main action has a bar of its own at the thumb, so that it never lies over what it is about. */

const NARROW = "(max-width: 599px)";
let bar: HTMLElement | null = null;
const listening = new Set<() => void>();

const listen = (tell: () => void) => {
  const narrow = window.matchMedia(NARROW);
  listening.add(tell);
  narrow.addEventListener("change", tell);
  return () => {
    listening.delete(tell);
    narrow.removeEventListener("change", tell);
  };
};
const barNow = () => (window.matchMedia(NARROW).matches ? bar : null);

/** Where the bar is; empty it takes no room. */
export const ThumbBar = () => (
  <div
    className="thumb-bar"
    ref={(element) => {
      bar = element;
      for (const tell of listening) tell();
    }}
  />
);

/** What goes into the bar on a phone, and stays where it stands elsewhere. */
export function AtThumb({ children }: { children: ReactNode }) {
  const at = useSyncExternalStore(listen, barNow, () => null);
  return at ? createPortal(children, at) : children;
}
