"use client";
import { FailedPart } from "@/ui/Boundary";

/** A page that fails as a whole: said in words, with ways out. */
export default function PageFailed({ error, reset }: { error: Error; reset: () => void }) {
  return (
    <main className="place" style={{ paddingTop: "3rem" }}>
      <FailedPart error={error} what="This page" again={reset} />
    </main>
  );
}
