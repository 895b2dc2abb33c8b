import type { Material } from '../../../../../app/api/types';

/** What heat does to a print. */
export const softens = (print: Material): string => `softens from about ${print.serviceC} °C`;
