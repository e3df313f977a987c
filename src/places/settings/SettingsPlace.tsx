"use client";
import { useSyncExternalStore } from "react";
import { countOf, notify, useJobsState } from "@/store/jobs";
import { saveAsFile } from "@/store/saveFile";
import { changeSettings, deleteDamaged, useDamagedSettings, useSettings } from "@/store/settings";
import { Act } from "@/ui/Act";
import { Boundary } from "@/ui/Boundary";
import { Chips } from "@/ui/Chips";
import { HoursFields } from "@/ui/HoursFields";
import { CurrencyPick } from "@/ui/CurrencyPick";
import { UnitsChips } from "@/ui/UnitsChips";
import { useProgress } from "@/ui/useProgress";
import { PlaceFrame } from "../PlaceFrame";
import { Backup } from "./Backup";
import { HowFar } from "./HowFar";
import { ImportButton } from "./ImportButton";
import { StorageUse } from "./StorageUse";

/** Units, theme, files, and what this browser can and cannot do here. */
export function SettingsPlace() {
  const { theme } = useSettings();
  const whole = useJobsState(({ whole }) => whole);
  const count = useJobsState(countOf);
  const status = useJobsState(({ status }) => status);
  return (
    <PlaceFrame at="/settings">
      <h1>Settings and files</h1>
      <div className="block">
        <h2>Units</h2>
        <UnitsChips />
      </div>
      <div className="block">
        <h2>Currency</h2>
        <CurrencyPick />
      </div>
      <div className="block">
        <h2>Working hours</h2>
        <HoursFields typed />
      </div>
      <div className="block">
        <h2>Light</h2>
        <Chips
          label="Light"
          choices={[
            { id: "light", name: "Linen, for day" },
            { id: "night", name: "Night bay" },
          ]}
          value={theme}
          onPick={(value) => value && void changeSettings({ theme: value })}
        />
      </div>
      <div className="block">
        <h2>Files</h2>
        <p>
          {status === "no-storage"
            ? "Jobs kept here cannot be read now."
            : count === 0
              ? "There are no jobs to save yet."
              : `${count} ${count === 1 ? "job" : "jobs"} on this device. They leave it only as files you save.`}
        </p>
        <div className="row-wrap">
          <SaveList disabled={!whole || count === 0} />
          <ImportButton />
        </div>
        <Boundary what="Backup">
          <Backup />
        </Boundary>
      </div>
      <Damaged />
      <ThisDevice />
    </PlaceFrame>
  );
}

/** Settings that are kept and cannot be read as such: left as they are until somebody says otherwise. */
function Damaged() {
  return useDamagedSettings().map(({ key, value }) => (
    <div key={key} className="caution mt-3" role="alert" data-testid={`damaged-${key}`}>
      <h3>Kept here and damaged: {key}</h3>
      <p>It is left as it is, and not used. Export it before you delete it: somebody may be able to put it right.</p>
      <div className="row-wrap mt-2">
        <Act onAct={() => saveAsFile(`${key}.kept.json`, JSON.stringify(value, null, 2))}>Export</Act>
        <Act onAct={() => void deleteDamaged(key)}>Delete</Act>
      </div>
    </div>
  ));
}

/** Jobs alone, as files that open again: one, or more where one would be too large to open. */
function SaveList({ disabled }: { disabled: boolean }) {
  const [progress, during] = useProgress();
  const save = async () => {
    try {
      const problem = await during("Making the file", async (tell) =>
        (await import("@/store/backupStore")).saveList(tell),
      );
      if (problem) notify(problem, "problem");
    } catch {
      notify(
        "The file was not made: the part of the program that makes it is not here. Try again when the network is back.",
        "problem",
      );
    }
  };
  return (
    <>
      <Act variant="primary" disabled={disabled || progress !== undefined} onAct={() => void save()}>
        Save all jobs as one file
      </Act>
      {progress && <HowFar {...progress} />}
    </>
  );
}

const ABILITIES: { name: string; has: () => boolean; without: string }[] = [
  {
    name: "Keeps the screen on",
    has: () => "wakeLock" in navigator,
    without:
      "The screen may go dark while a dwell runs: set the tablet to stay on. Browsers allow it over https or on this machine only.",
  },
  {
    name: "Tells you when a dwell is over",
    has: () => "Notification" in window && window.isSecureContext && Notification.permission !== "denied",
    without: "No notifications here: keep the page in view, the top strip counts.",
  },
  {
    name: "Takes pictures",
    has: () => Boolean(navigator.mediaDevices?.getUserMedia),
    without: "No camera on this address: take the picture with the device's own camera and add it as a file.",
  },
  {
    name: "Keeps data when room gets short",
    has: () => Boolean(navigator.storage?.persist),
    without: "The browser may clear data when room gets short: save all jobs as a file now and then.",
  },
];

const never = () => () => undefined;

function ThisDevice() {
  const inBrowser = useSyncExternalStore(
    never,
    () => true,
    () => false,
  );
  return (
    <div className="block">
      <h2>This device</h2>
      <Boundary what="This">
        <StorageUse />
      </Boundary>
      {inBrowser &&
        ABILITIES.map(({ name, has, without }) => (
          <div className="line-step" key={name}>
            <span className="line-what">
              <b>{name}</b>
              {has() ? "" : `: no. ${without}`}
            </span>
            <span className="line-more">{has() ? "yes" : ""}</span>
          </div>
        ))}
      {inBrowser && "Notification" in window && window.isSecureContext && Notification.permission === "default" && (
        <Act
          className="mt-3"
          onAct={() =>
            void Notification.requestPermission().then(() =>
              notify(
                Notification.permission === "granted"
                  ? "You will be told when a dwell is over."
                  : "Not allowed: the top strip counts all the same.",
              ),
            )
          }
        >
          Tell me when a dwell is over
        </Act>
      )}
    </div>
  );
}
