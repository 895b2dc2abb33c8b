import type { RunClock } from '../../app/api/types';

export type Level = 0 | 50 | 80 | 100;

export interface Standing {
  /** Seconds left; less than none once it is up. */
  leftS: number;
  share: number;
  level: Level;
  /** What that means, in a word or two. */
  says: string;
  tone: 'calm' | 'risk' | 'attention';
}

/** How a clock stands at a moment of the server’s time. */
export function standingOf(clock: RunClock, now: number): Standing {
  const goneS = ((clock.stopped ? Date.parse(clock.stopped) : now) - Date.parse(clock.from)) / 1000;
  const share = goneS / (60 * clock.minutes);
  const level: Level = share >= 1 ? 100 : share >= 0.8 ? 80 : share >= 0.5 ? 50 : 0;
  const must = clock.kind === 'within';
  return {
    leftS: 60 * clock.minutes - goneS,
    share,
    level,
    says: must
      ? level === 100
        ? 'time is up'
        : level === 80
          ? 'hurry: a fifth is left'
          : level === 50
            ? 'half is gone'
            : 'in time'
      : level === 100
        ? 'ready'
        : level === 80
          ? 'soon'
          : 'wait',
    tone: must ? (level === 100 ? 'attention' : level === 80 ? 'risk' : 'calm') : 'calm',
  };
}

/** "4:05", "1:12:30", "-0:20". */
export function said(seconds: number): string {
  const whole = seconds < 0 ? Math.floor(-seconds) : Math.ceil(seconds);
  const two = (n: number) => String(n).padStart(2, '0');
  const [h, m, s] = [Math.floor(whole / 3600), Math.floor(whole / 60) % 60, whole % 60];
  return `${seconds <= -1 ? '−' : ''}${h > 0 ? `${h}:${two(m)}` : m}:${two(s)}`;
}

/** What a clock is called: "Pour within 10 min of mixing". */
export const nameOf = (clock: RunClock): string =>
  clock.kind === 'within'
    ? `since ${clock.event}`
    : clock.kind === 'notBefore'
      ? `not before: since ${clock.event}`
      : clock.event;

export const keyOf = (run: string, clock: RunClock): string => `${run} ${clock.operation} ${clock.kind} ${clock.from}`;
