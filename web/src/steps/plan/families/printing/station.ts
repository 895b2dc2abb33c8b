import type { PrintingChoices, PrintingFigures } from '../../../../app/api/types';
import type { StationProps as AnyStation } from '../../station';

export { FigureGrid, StationSheet } from '../../station';

/** What every station of printed parts is given. */
export type StationProps = AnyStation<PrintingChoices, PrintingFigures>;

export const processNames: Record<PrintingFigures['process'], string> = {
  resin: 'Liquid resin, cured a layer at once',
  extrusion: 'A strand laid down',
  powder: 'A bed of powder',
};
