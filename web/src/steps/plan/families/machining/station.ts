import type { MachiningChoices, MachiningFigures } from '../../../../app/api/types';
import type { StationProps as AnyStation } from '../../station';

export { FigureGrid, StationSheet } from '../../station';

/** What every station of machined parts is given. */
export type StationProps = AnyStation<MachiningChoices, MachiningFigures>;
