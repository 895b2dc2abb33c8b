import { Box, ButtonBase, Typography } from '@mui/material';
import type { ReactNode } from 'react';
import type { WorkPlan } from '../../app/api/types';
import { number } from '../../shared/format';
import { useWorking } from '../../shared/useWorking';
import { day, daysBetween } from './moments';

/** What the plan promises, on one line: dates, and what its family has to say of work and material. */
export function Headline({ work: { schedule, wantedBy, head } }: { work: WorkPlan }) {
  return (
    <Box
      sx={{ display: 'flex', flexWrap: 'wrap', columnGap: 4, rowGap: 1, mb: 1.5 }}
      aria-label="What it comes to"
      role="group"
    >
      {schedule && <Big name="first part" value={day(schedule.firstPart)} />}
      {schedule && (
        <Big
          name={late(schedule.lastPart, wantedBy).text}
          value={day(schedule.lastPart)}
          bad={late(schedule.lastPart, wantedBy).bad}
          before="last part"
        />
      )}
      {head.map(({ value, unit, says, line }) => (
        <Big key={line} name={says} value={number(value, Number.isInteger(value) ? 12 : 3)} unit={unit} line={line} />
      ))}
    </Box>
  );
}

function late(lastPart: string, wantedBy: string | null | undefined) {
  if (!wantedBy) return { text: 'no date in the brief', bad: false };
  const spare = daysBetween(lastPart, wantedBy);
  return spare < 0
    ? { text: `wanted ${day(wantedBy)}: ${days(-spare)} late`, bad: true }
    : { text: `wanted ${day(wantedBy)}: ${days(spare)} to spare`, bad: false };
}

function Big({
  name,
  value,
  unit,
  line,
  bad,
  before,
}: {
  name: string;
  value: ReactNode;
  unit?: string;
  line?: string;
  bad?: boolean;
  before?: string;
}) {
  const { open, show } = useWorking();
  const content = (
    <>
      <Typography
        component="span"
        sx={{ display: 'block', fontSize: 20, fontWeight: 640, color: bad ? 'error.main' : 'text.primary' }}
      >
        {before && (
          <Typography component="span" color="textSecondary" sx={{ fontSize: 13, mr: 0.75 }}>
            {before}
          </Typography>
        )}
        {value}
        {unit && (
          <Typography component="span" color="textSecondary" sx={{ ml: 0.5, fontSize: 14 }}>
            {unit}
          </Typography>
        )}
        {line && (
          <Typography component="span" variant="mono" aria-hidden sx={{ ml: 0.5, color: 'primary.main', fontSize: 14 }}>
            =
          </Typography>
        )}
      </Typography>
      <Typography
        component="span"
        variant="body2"
        sx={{ color: bad ? 'error.main' : 'text.secondary', display: 'block' }}
      >
        {name}
      </Typography>
    </>
  );
  return line ? (
    <ButtonBase
      onClick={() => show(open === line ? null : line)}
      aria-label={`${name}: show the working`}
      sx={{ display: 'block', textAlign: 'left' }}
    >
      {content}
    </ButtonBase>
  ) : (
    <div>{content}</div>
  );
}

const days = (n: number) => (n === 1 ? '1 day' : `${n} days`);
