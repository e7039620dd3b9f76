import type { Hands } from './hands';
import type { Cue } from './cues';

/** Soft and short: pitches in hertz, one after the other. */
const pitches: Record<Cue, number[]> = {
  change: [392, 523],
  side: [523, 392, 523],
  'hold-end': [659],
  rest: [294],
  done: [523, 392, 294],
};
const NOTE_SECONDS = 0.22;
const GAP_SECONDS = 0.16;
const LOUDEST = 0.4;

let context: AudioContext | undefined;

const panOf = { left: -1, both: 0, right: 1 } as const;

/** Plays a cue at once. A browser that has no sound, or lets none out before a touch, stays silent. */
export function play(cue: Cue, { volume, ear }: Hands) {
  if (typeof AudioContext === 'undefined' || volume <= 0) return;
  context ??= new AudioContext();
  void context.resume();
  const out = context.createStereoPanner();
  out.pan.value = panOf[ear];
  out.connect(context.destination);
  pitches[cue].forEach((hertz, i) => {
    const at = context!.currentTime + i * GAP_SECONDS;
    const tone = context!.createOscillator();
    const loud = context!.createGain();
    tone.frequency.value = hertz;
    loud.gain.setValueAtTime(0, at);
    loud.gain.linearRampToValueAtTime(volume * LOUDEST, at + 0.02);
    loud.gain.exponentialRampToValueAtTime(0.001, at + NOTE_SECONDS);
    tone.connect(loud).connect(out);
    tone.start(at);
    tone.stop(at + NOTE_SECONDS);
  });
}

/** Whether this browser can speak. */
export const speaks = () => typeof speechSynthesis !== 'undefined' && typeof SpeechSynthesisUtterance !== 'undefined';

/** Says it, and no longer what was being said. */
export function say(text: string, { volume }: Hands) {
  if (!speaks() || volume <= 0) return;
  speechSynthesis.cancel();
  const said = new SpeechSynthesisUtterance(text);
  said.volume = volume;
  speechSynthesis.speak(said);
}

export const hush = () => {
  if (speaks()) speechSynthesis.cancel();
};
