"use client";
import { useState } from "react";

/** Text that is not given yet, kept over a reload of this tab. */
export function useDraft(name: string): [string, (text: string) => void] {
  const key = `draft-${name}`;
  const [text, setText] = useState(() => {
    try {
      return sessionStorage.getItem(key) ?? "";
    } catch {
      return "";
    }
  });
  const set = (next: string) => {
    setText(next);
    try {
      if (next === "") sessionStorage.removeItem(key);
      else sessionStorage.setItem(key, next);
    } catch {
      // Without storage it lives as long as the page.
    }
  };
  return [text, set];
}
