"use client";
import { kitOwning, OWNED_CHOICES, ownedOf } from "@/core/job/owned";
import { changeSettings, useSettings } from "@/store/settings";
import { changeShelf, kitNow, useKit } from "@/store/kit";
import { Act } from "@/ui/Act";
import { Chips } from "@/ui/Chips";
import { HoursFields } from "@/ui/HoursFields";
import { CurrencyPick } from "@/ui/CurrencyPick";
import { UnitsChips } from "@/ui/UnitsChips";

/** The first thing anybody sees: four answers that every plan goes by, each as usual until it is tapped. */
export function FirstStart() {
  const kit = useKit();
  const { started } = useSettings();
  if (started) return null;
  return (
    <section className="now-step" aria-label="Before the first job">
      <h2>Before the first job</h2>
      <div className="form-label">Units</div>
      <UnitsChips />
      <div className="form-label mt-3">Currency</div>
      <CurrencyPick />
      <HoursFields />
      <div className="form-label mt-3">What do you own?</div>
      <Chips
        label="What do you own"
        choices={OWNED_CHOICES}
        value={ownedOf(kit)}
        onPick={(owned) => {
          if (owned) void changeShelf(kitOwning(kitNow(), owned));
        }}
      />
      <p className="soft mt-2">Each stands in Settings and on the Shelf, to be changed whenever you like.</p>
      <Act variant="primary" onAct={() => void changeSettings({ started: true })}>
        Start
      </Act>
    </section>
  );
}
