"use client";
import { useEffect, useState } from "react";

/** How much of the room the browser gives is taken, and whether it may be cleared. */
export function StorageUse() {
  const [words, setWords] = useState("");
  useEffect(() => {
    let over = false;
    const ask = async () => {
      const [estimate, persisted] = await Promise.all([
        navigator.storage?.estimate?.(),
        navigator.storage?.persisted?.(),
      ]);
      if (over || !estimate?.quota) return;
      const mb = (bytes = 0) => (bytes < 10e6 ? (bytes / 1e6).toFixed(1) : Math.round(bytes / 1e6).toString());
      setWords(
        `${mb(estimate.usage)} MB kept here, of ${mb(estimate.quota)} MB this ` +
          "browser gives. " +
          `${persisted ? "It is kept when room gets short." : "It may be cleared when room gets short: save a backup now and then."}`,
      );
    };
    void ask().catch(() => undefined);
    return () => {
      over = true;
    };
  }, []);
  return words ? <p data-testid="storage-use">{words}</p> : null;
}
