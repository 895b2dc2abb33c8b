import { number } from './format';

/** Less than a fiftieth or more than half left over is seldom meant. */
export const oddLoss = (pct: number): string | null =>
  pct < 2 || pct > 50 ? `${number(pct, 3)} % left over is unusual; 10 to 20 % is.` : null;
