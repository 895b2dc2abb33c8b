import type { CastingChoices, CastingFigures } from '../../../../app/api/types';
import type { StationProps as AnyStation } from '../../station';

export { FigureGrid, FromBrief, StationSheet } from '../../station';

/** What every station of a poured route is given. */
export type StationProps = AnyStation<CastingChoices, CastingFigures>;
