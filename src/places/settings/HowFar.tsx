"use client";
import ProgressBar from "react-bootstrap/ProgressBar";
import { Act } from "@/ui/Act";
import type { Progress } from "@/ui/useProgress";

/** How far long work on a file is, and the way to stop it. */
export function HowFar({ done, of, what }: Progress) {
  const share = of > 0 ? Math.min(100, Math.round((100 * done) / of)) : 0;
  return (
    <div className="how-far" role="status" data-testid="how-far">
      <span>
        {what}, {share} %
      </span>
      <ProgressBar now={share} aria-label={what} />
      <Act variant="link" onAct={() => void import("@/store/backupStore").then(({ stopFiles }) => stopFiles())}>
        Stop
      </Act>
    </div>
  );
}
