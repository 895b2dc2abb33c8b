import type { FormingChoices, FormingFigures } from '../../../../app/api/types';
import type { StationProps as AnyStation } from '../../station';

export { FigureGrid, StationSheet } from '../../station';

/** What every station of formed sheet is given. */
export type StationProps = AnyStation<FormingChoices, FormingFigures>;
