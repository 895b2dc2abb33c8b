import type { ShelfLine } from '../../app/api/types';

export const retiredFor: Record<NonNullable<ShelfLine['retired']>, string> = {
  wornOut: 'worn out',
  policy: 'retired by rule',
  designChange: 'the part has changed',
  lost: 'lost',
};
