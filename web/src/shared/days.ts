const two = (n: number): string => String(n).padStart(2, '0');

/** A day is a day wherever it is read: it is no instant that a time zone could move. What has a time is read as it stands. */
export const dayOf = (iso: string): Date =>
  /^\d{4}-\d\d-\d\d$/.test(iso)
    ? new Date(Number(iso.slice(0, 4)), Number(iso.slice(5, 7)) - 1, Number(iso.slice(8)))
    : new Date(iso);

/** As it is sent: "2026-03-02". */
export const isoDay = (day: Date): string => `${day.getFullYear()}-${two(day.getMonth() + 1)}-${two(day.getDate())}`;

/** The day it is here. */
export const today = (): string => isoDay(new Date());
