import { Box, Button, Typography } from '@mui/material';
import { Link } from 'react-router';
import { Cautions } from '../Cautions';
import { day } from '../moments';
import { familyOf } from '../families';
import { usePlanAt } from '../planAt';
import { PlanNumber } from '../planForm';
import type { StationProps } from '../station';
import { Operations } from './Operations';
import { Timeline } from './Timeline';

/** The operations in their order with what to weigh and which clock runs, and when they fall. */
export default function WorkStation({ work, whole, plan }: StationProps) {
  const at = usePlanAt();
  const { schedule } = work;
  const { tools } = familyOf(plan);
  if (!schedule) return <Typography>Nothing is planned until the limit above is kept.</Typography>;
  return (
    <>
      <Timeline
        schedule={schedule}
        operations={work.operations}
        wantedBy={work.wantedBy}
        toolName={work.order.toolName}
      />
      <Box
        sx={{
          display: 'grid',
          gridTemplateColumns: { xs: 'minmax(0,1fr)', md: 'minmax(0, 1fr) 320px' },
          gap: 4,
          mt: 2,
        }}
      >
        <Operations work={work} />
        <div>
          <Typography variant="h2">On paper</Typography>
          <Box sx={{ mb: 2 }}>
            <Button component={Link} to={at.page('traveller')} variant="contained">
              Traveller
            </Button>
            <Button href={at.file('traveller.pdf')}>PDF</Button>
            <Button href={at.file('traveller.csv')}>CSV</Button>
            <Button href={at.file('traveller.ics')}>Calendar</Button>
          </Box>
          <Typography variant="h2" sx={{ mb: 1 }}>
            Hands are there
          </Typography>
          <Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 1.75 }}>
            <PlanNumber name="hours.fromH" label="From" unit="h" min={0} max={23} />
            <PlanNumber name="hours.toH" label="To" unit="h" min={1} max={24} />
            {tools && (
              <PlanNumber name={tools.name} label={tools.label} unit="" whole min={1} max={60} hint={toolsFor(work)} />
            )}
          </Box>
          <Typography variant="body2" color="textSecondary" sx={{ mt: 1 }}>
            Monday to Friday, one pair of hands; one pot, one chamber, one oven. Cures run through nights and weekends;
            what shares a pot life stays inside one day.
          </Typography>
          <Cautions cautions={work.cautions} deference={whole.deference} />
        </div>
      </Box>
    </>
  );
}

function toolsFor({ wantedBy, toolsForDate, order }: StationProps['work']): string | undefined {
  if (!wantedBy) return undefined;
  if (toolsForDate == null) return `a dozen don’t make ${day(wantedBy)}`;
  return toolsForDate > order.tools
    ? `${toolsForDate} for ${day(wantedBy)}`
    : `${toolsForDate} would do for ${day(wantedBy)}`;
}
