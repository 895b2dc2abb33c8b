import type { Operation } from '../app/api/types';
import { number } from './format';

type Ask = Operation['asks'][number];

/** What stands before the target when it is a limit. */
export const limitSaid = (ask: Ask): string => (ask.atMost ? 'at most ' : ask.atLeast ? 'at least ' : '');

/** "at least 1.2 mm", "340 ± 17 kPa". */
export const asked = (ask: Ask): string =>
  `${limitSaid(ask)}${number(ask.target!)}${ask.tolerance ? ` ± ${number(ask.tolerance, 2)}` : ''} ${ask.unit}`.trimEnd();
