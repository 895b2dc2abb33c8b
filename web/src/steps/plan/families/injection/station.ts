import type { InjectionChoices, InjectionFigures } from '../../../../app/api/types';
import type { StationProps as AnyStation } from '../../station';

export { FigureGrid, StationSheet } from '../../station';

/** What every station of an injection tool is given. */
export type StationProps = AnyStation<InjectionChoices, InjectionFigures>;
