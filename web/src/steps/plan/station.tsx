import { Box, Link, Typography } from '@mui/material';
import { type ReactNode, useId } from 'react';
import { Link as RouterLink } from 'react-router';
import type { PlanAnswer, PlanChoices, PlanFigures, WorkPlan } from '../../app/api/types';
import { inputGrid } from './planForm';

/** What every station of a plan is given. */
export interface StationProps<TChoices extends PlanChoices = PlanChoices, TFigures extends PlanFigures = PlanFigures> {
  projectId: string;
  plan: TChoices;
  /** What only its family knows. */
  figures: TFigures;
  work: WorkPlan;
  whole: PlanAnswer;
  /** What may be chosen from, by the field it is chosen in. */
  offers: NonNullable<PlanAnswer['offers']>;
}

/** What came out on the left, what it was worked out from on the right, under each other where it is narrow. */
export function StationSheet({
  inputs,
  more,
  children,
}: {
  inputs: ReactNode;
  /** Below the inputs. */
  more?: ReactNode;
  children: ReactNode;
}) {
  const id = useId();
  return (
    <Box sx={{ display: 'grid', gridTemplateColumns: { xs: 'minmax(0,1fr)', md: 'minmax(0, 1fr) 380px' }, gap: 4 }}>
      <div>{children}</div>
      <section aria-labelledby={id}>
        <Typography variant="h2" id={id} sx={{ mb: 1.5 }}>
          Worked out from
        </Typography>
        <Box sx={inputGrid}>{inputs}</Box>
        {more}
      </section>
    </Box>
  );
}

/** What the brief decides for routes and plans alike: said here, changed there. */
export const FromBrief = ({ projectId, children }: { projectId: string; children: string }) => (
  <Typography variant="body2" color="textSecondary" sx={{ gridColumn: '1 / -1' }}>
    {children} is chosen in the{' '}
    <Link component={RouterLink} to={`/projects/${projectId}/brief`}>
      brief
    </Link>
    .
  </Typography>
);

/** Figures side by side. */
export const FigureGrid = ({ children }: { children: ReactNode }) => (
  <Box sx={{ display: 'grid', gridTemplateColumns: { xs: '1fr', sm: '1fr 1fr' }, columnGap: 4 }}>{children}</Box>
);
