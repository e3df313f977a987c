"use client";
import { useEffect, useSyncExternalStore } from "react";
import { formatQuantity } from "@/core/ground/quantity/format";
import type { Step } from "@/core/judgement/treatment/step/step";
import { changeSettings, useSettings } from "@/store/settings";
import { Act } from "@/ui/Act";

const never = () => () => undefined;
const canSpeak = () => "speechSynthesis" in window && "SpeechSynthesisUtterance" in window;

/** What is said of a step: what, where, how much, how, and what can hurt. */
export function sheetWords({ title, how, amountMl, cautions, check }: Step, where: string, running: boolean): string {
  const people = cautions
    .filter(({ guards }) => guards === "people")
    .map((caution) => `Careful: ${caution.title}. ${caution.words}`);
  const amount = amountMl
    ? `${formatQuantity(amountMl, "metric").replace("mL", "millilitres").replace(/ L$/, " litres")}.`
    : "";
  return running
    ? `${title}, ${where}. Check: ${check}`
    : [`${title}, ${where}.`, amount, how, ...people].filter(Boolean).join(" ");
}

/** Reads the sheet aloud as it changes, through the browser, where it can. */
export function ReadAloud({ words }: { words: string }) {
  const possible = useSyncExternalStore(never, canSpeak, () => false);
  const { aloud = false } = useSettings();
  useEffect(() => {
    if (!possible || !aloud) return;
    const utterance = new SpeechSynthesisUtterance(words);
    utterance.lang = "en";
    speechSynthesis.cancel();
    speechSynthesis.speak(utterance);
    return () => speechSynthesis.cancel();
  }, [possible, aloud, words]);
  if (!possible) return null;
  return (
    <Act variant="link" aria-pressed={aloud} onAct={() => void changeSettings({ aloud: !aloud })}>
      {aloud ? "Stop reading aloud" : "Read aloud"}
    </Act>
  );
}
