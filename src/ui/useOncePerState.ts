"use client";
import { useRef } from "react";

/**
 * Lets one tap through for each state of the record: until the screen shows what the last tap did, a second is not another.
 * @param state changes whenever something was recorded
 */
export function useOncePerState(state: number): (act: () => void | Promise<void>) => void {
  const given = useRef<number>(undefined);
  return (act) => {
    if (given.current === state) return;
    given.current = state;
    // What came to nothing may be tried again.
    Promise.resolve(act()).catch((error: unknown) => {
      given.current = undefined;
      throw error;
    });
  };
}
