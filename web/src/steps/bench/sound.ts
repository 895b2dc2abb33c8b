import { useSyncExternalStore } from 'react';
import type { Level } from './clocks';

const KEPT = 'stampo.bench.sound';

let context: AudioContext | null = null;
const watchers = new Set<() => void>();

export type Sound = 'on' | 'off' | 'waits for a tap';

const isOff = () => localStorage.getItem(KEPT) === 'off';

function now(): Sound {
  return isOff() ? 'off' : context?.state === 'running' ? 'on' : 'waits for a tap';
}

const changed = () => watchers.forEach((watcher) => watcher());

/** A browser makes no sound before its page was touched: said so until then, never silent without a word. */
export function awaken() {
  context ??= typeof AudioContext === 'undefined' ? null : new AudioContext();
  void context?.resume().then(changed);
}

export function turn(on: boolean) {
  localStorage.setItem(KEPT, on ? 'on' : 'off');
  if (on) awaken();
  changed();
}

export const useSound = (): Sound =>
  useSyncExternalStore((watcher) => {
    watchers.add(watcher);
    return () => watchers.delete(watcher);
  }, now);

type Call = Exclude<Level, 0> | 'lost';

const tones: Record<Call, number[]> = {
  50: [660],
  80: [660, 660],
  100: [880, 660, 880],
  lost: [990, 740, 990, 740, 990, 740],
};

/** One tone at half, two at four fifths, three when it is up; six, up and down, for a reading that is lost. */
export function ring(level: Call) {
  if (now() !== 'on' || !context) return;
  tones[level].forEach((hertz, i) => {
    const [tone, loudness, at] = [context!.createOscillator(), context!.createGain(), context!.currentTime + i * 0.35];
    tone.frequency.value = hertz;
    loudness.gain.setValueAtTime(0.25, at);
    loudness.gain.exponentialRampToValueAtTime(0.001, at + 0.3);
    tone.connect(loudness).connect(context!.destination);
    tone.start(at);
    tone.stop(at + 0.32);
  });
}
