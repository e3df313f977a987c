"use client";
import { Component, lazy, Suspense, useEffect, useState, type ComponentType, type ReactNode } from "react";
import { Act } from "./Act";

/** Screens that come after the first: each is loaded when it is asked for, and all of them soon after the page has come up. */
const waiting = new Set<() => Promise<unknown>>();
const WARM_UP_MS = 2000;

/**
 * A part loaded when it is first shown, or when the page has been up for a moment.
 * @param Meanwhile what stands there until then, with the same properties
 */
export function later<P extends object>(load: () => Promise<ComponentType<P>>, Meanwhile?: ComponentType<P>): ComponentType<P> {
  let loading: Promise<{ default: ComponentType<P> }> | undefined;
  const start = () => (loading ??= load().then((part) => ({ default: part })));
  waiting.add(start);
  const Part = lazy(start);
  return function Later(props: P) {
    return (
      <NotLoaded>
        <Suspense fallback={Meanwhile ? <Meanwhile {...props} /> : null}>
          <Part {...props} />
        </Suspense>
      </NotLoaded>
    );
  };
}

/** Parts bring further parts: goes on until none is left. */
async function loadAll() {
  for (let loaded = -1; loaded < waiting.size; ) {
    loaded = waiting.size;
    await Promise.all([...waiting].map((start) => start()));
  }
}

/** Loads what is still waiting; true when all of it is here and the network may go. */
export function useAllLoaded(): boolean {
  const [loaded, setLoaded] = useState(false);
  useEffect(() => {
    const timer = setTimeout(() => void loadAll().then(() => setLoaded(true), () => undefined), WARM_UP_MS);
    return () => clearTimeout(timer);
  }, []);
  return loaded;
}

/** The network went before this part was here: say so, lose nothing. */
class NotLoaded extends Component<{ children: ReactNode }, { failed: boolean }> {
  override state = { failed: false };

  static getDerivedStateFromError() {
    return { failed: true };
  }

  override render() {
    if (!this.state.failed) return this.props.children;
    return (
      <div className="caution" role="alert">
        <h3>This part could not be loaded</h3>
        <p>The network went before it was here. What you recorded is kept. Go on elsewhere, or connect and load the page again.</p>
        <Act onAct={() => window.location.reload()}>Load the page again</Act>
      </div>
    );
  }
}
