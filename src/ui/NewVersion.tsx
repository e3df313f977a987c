"use client";
import { Act } from "./Act";
import { useNewVersion } from "./useNewVersion";
import { useWaits } from "./waits";

/** Another version was fetched. It waits for the one tap, and for every dwell to be over. */
export function NewVersion() {
  const take = useNewVersion();
  const running = useWaits().length > 0;
  if (!take) return null;
  return (
    <aside className="new-version" role="status">
      <span>{running ? "A new version is here. It waits until no dwell runs." : "A new version is here."}</span>
      {!running && (
        <Act variant="light" onAct={take}>
          Take it now
        </Act>
      )}
    </aside>
  );
}
