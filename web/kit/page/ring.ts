let context: AudioContext | undefined;

/** Lets sound through from now on; browsers only do so at a touch or a key. */
export function allowViable(): void {
  context ??= new AudioContext();
  void context.resume();
}

/** Three rising tones and a shake of the phone: a timer has come to its end. Silent where no touch has allowed sound yet. */
export function ring(): void {
  navigator.vibrate?.([300, 150, 300]);
  if (context?.state !== 'running') return;
  const start = context.currentTime;
  for (const [i, hertz] of [523, 659, 784].entries()) {
    const tone = context.createOscillator();
    const loud = context.createGain();
    tone.frequency.value = hertz;
    loud.gain.setValueAtTime(0.0001, start + i * 0.28);
    loud.gain.exponentialRampToValueAtTime(0.35, start + i * 0.28 + 0.03);
    loud.gain.exponentialRampToValueAtTime(0.0001, start + i * 0.28 + 0.26);
    tone.connect(loud).connect(context.destination);
    tone.start(start + i * 0.28);
    tone.stop(start + i * 0.28 + 0.28);
  }
}
