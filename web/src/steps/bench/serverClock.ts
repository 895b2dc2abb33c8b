import { useEffect, useState } from 'react';

/** The server’s time at some moment of this page’s own steady clock; a browser’s wall clock may be wrong, or be set. */
let offset: number | null = null;

export function hear(nowIso: string) {
  offset = Date.parse(nowIso) - performance.now();
}

export const serverNow = (): number => serverAt(performance.now());

/** The server’s time when this page’s clock stood there. */
export const serverAt = (pageMs: number): number =>
  offset === null ? Date.now() - (performance.now() - pageMs) : offset + pageMs;

/** The server’s time, a few times a second. */
export function useServerNow(everyMs = 250): number {
  const [now, setNow] = useState(serverNow);
  useEffect(() => {
    const timer = setInterval(() => setNow(serverNow()), everyMs);
    return () => clearInterval(timer);
  }, [everyMs]);
  return now;
}
