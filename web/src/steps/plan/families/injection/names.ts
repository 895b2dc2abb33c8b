import type { InjectionChoices, InjectionFigures } from '../../../../app/api/types';

export const gateNames: Record<InjectionChoices['gates']['kind'] & string, string> = {
  edge: 'Edge gate, at the parting line',
  tunnel: 'Tunnel gate, shears off',
  pin: 'Pin gate, three plates',
  sprue: 'Sprue gate, on a face',
  hot: 'Heated drop, on a face',
};

export const sideNames: Record<string, string> = { slide: 'Slide', lifter: 'Lifter', loose: 'Loose core' };

export const changeNames: Record<InjectionFigures['changes'][number]['by'] & string, string> = {
  cutter: 'Metal off, by a cutter',
  spark: 'Metal off, by sparking',
  weld: 'Metal on: weld, recut, polish',
  insert: 'A new insert',
  cavity: 'A new cavity, the base kept',
};
