let audio: AudioContext | undefined;

/** Browsers only let a page sound once it was touched. */
export function readySound() {
  try {
    audio ??= new AudioContext();
    if (audio.state === "suspended") void audio.resume().catch(() => undefined);
  } catch {
    // No sound here; buzz, notice and the strip say it too.
  }
}

const [LOW_HZ, HIGH_HZ] = [660, 990];

/** Two short notes: rising when something is right, falling when it presses. */
export function sound(pressing: boolean) {
  if (!audio || audio.state !== "running") return;
  const notes = pressing ? [HIGH_HZ, LOW_HZ, HIGH_HZ, LOW_HZ] : [LOW_HZ, HIGH_HZ];
  notes.forEach((hertz, index) => {
    const [tone, level] = [audio!.createOscillator(), audio!.createGain()];
    const at = audio!.currentTime + index * 0.22;
    tone.frequency.value = hertz;
    level.gain.setValueAtTime(0.0001, at);
    level.gain.exponentialRampToValueAtTime(0.4, at + 0.02);
    level.gain.exponentialRampToValueAtTime(0.0001, at + 0.2);
    tone.connect(level).connect(audio!.destination);
    tone.start(at);
    tone.stop(at + 0.21);
  });
}
