import type { LearnedFigure } from '../../app/api/types';

export const names: Record<LearnedFigure['what'], string> = {
  yield: 'Good parts',
  life: 'Life of a mold, shots',
  hands: 'Hands, against the plan',
  hours: 'Hours of a shot',
  price: 'Price paid',
  quote: 'Paid, against the quote',
  lead: 'Days, against those stated',
};
