"use client";
import { lazy, Suspense, useEffect, useState, type ComponentType } from "react";
import { savesData } from "@/workers/savesData";
import { Boundary } from "./Boundary";

/** Screens that come after the first: each is loaded when it is asked for, and all of them soon after the page has come up. */
const waiting = new Set<() => Promise<unknown>>();
const WARM_UP_MS = 2000;

/**
 * A part loaded when it is first shown, or when the page has been up for a moment.
 * @param Meanwhile what stands there until then, with the same properties
 */
export function later<P extends object>(
  load: () => Promise<ComponentType<P>>,
  Meanwhile?: ComponentType<P>,
): ComponentType<P> {
  let loading: Promise<{ default: ComponentType<P> }> | undefined;
  const start = () =>
    (loading ??= load().then(
      (part) => ({ default: part }),
      (error: unknown) => {
        // The next try asks anew.
        loading = undefined;
        throw error;
      },
    ));
  waiting.add(start);
  const Part = lazy(start);
  return function Later(props: P) {
    return (
      <Boundary>
        <Suspense fallback={Meanwhile ? <Meanwhile {...props} /> : null}>
          <Part {...props} />
        </Suspense>
      </Boundary>
    );
  };
}

/** Something else that is loaded once the page has been up for a moment. @param load may be asked again */
export const loadedLater = (load: () => Promise<unknown>) => void waiting.add(load);

/** Parts bring further parts: goes on until none is left. */
async function loadAll() {
  for (let loaded = -1; loaded < waiting.size;) {
    loaded = waiting.size;
    await Promise.all([...waiting].map((start) => start()));
  }
}

/** Loads what is still waiting, where the device does not ask to save data; true when all of it is here and the network may go. */
export function useAllLoaded(): boolean {
  const [loaded, setLoaded] = useState(false);
  useEffect(() => {
    if (savesData()) return;
    const timer = setTimeout(
      () =>
        void loadAll().then(
          () => setLoaded(true),
          () => undefined,
        ),
      WARM_UP_MS,
    );
    return () => clearTimeout(timer);
  }, []);
  return loaded;
}
