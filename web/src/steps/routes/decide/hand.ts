import type { Sequence } from '../../../app/api/types';

/** A stretch as somebody puts it together; no quantity: what is left. */
export interface HandStretch {
  routeId: string;
  quantity: number | null;
}

const APART = '_';
const OF = '.';

/** Stretches as the address has them: "print.3_cast-silicone.40_inject-aluminium". */
export const writtenOf = (stretches: readonly HandStretch[]): string =>
  stretches.map(({ routeId, quantity }) => (quantity === null ? routeId : routeId + OF + quantity)).join(APART);

export const handOf = (written: string | null): HandStretch[] | null =>
  !written
    ? null
    : written.split(APART).map((stretch) => {
        const [routeId = '', quantity] = stretch.split(OF);
        return { routeId, quantity: Number(quantity) >= 1 ? Math.round(Number(quantity)) : null };
      });

/** The sequence as it would be put together by hand; the last stretch takes what is left when nothing stays open. */
export const stretchesOf = ({ stretches, open, beyond }: Sequence): HandStretch[] =>
  stretches.map(({ routeId, quantity }, i) => ({
    routeId,
    quantity: i === stretches.length - 1 && open === 0 && beyond === 0 ? null : quantity,
  }));

/** The stretches with one of them cut in two: half of it stays, half goes to a stretch after it. */
export const split = (stretches: readonly HandStretch[], at: number, quantity: number): HandStretch[] =>
  stretches.flatMap((s, i) =>
    i !== at
      ? [s]
      : [
          { ...s, quantity: Math.max(1, Math.floor(quantity / 2)) },
          { ...s, quantity: s.quantity === null ? null : quantity - Math.max(1, Math.floor(quantity / 2)) },
        ],
  );

/** Without one: its parts go to the stretch before it, or to the one after the first. */
export const merged = (stretches: readonly HandStretch[], at: number): HandStretch[] => {
  const into = at === 0 ? 1 : at - 1;
  const parts = stretches[at]!.quantity;
  return stretches.flatMap((s, i) =>
    i === at
      ? []
      : i === into
        ? [{ ...s, quantity: s.quantity === null || parts === null ? null : s.quantity + parts }]
        : [s],
  );
};
