import type { Library } from '../app/api/types';

/** A mix ratio in words. */
export const mixed = ({ a, b, basis }: NonNullable<Library['supplies'][number]['entry']['mix']>) =>
  `${a}:${b} by ${basis ?? 'weight'}`;
