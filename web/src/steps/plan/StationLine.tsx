import { Box, Link, Typography } from '@mui/material';
import { Link as RouterLink } from 'react-router';
import type { Finding } from '../../app/api/types';
import { usePlanAt } from './planAt';

interface Props {
  at: string;
  stations: readonly { id: string; name: string }[];
  /** What wants a look at each station. */
  found: Partial<Record<string, readonly Finding[]>>;
}

/** The stations of the work side by side; one that wants a hand says so in a word. */
export function StationLine({ at, stations, found }: Props) {
  const plan = usePlanAt();
  return (
    <Box
      component="nav"
      aria-label="Stations of the plan"
      sx={{ display: 'flex', flexWrap: 'wrap', columnGap: 3, rowGap: 0.5, borderBottom: 1, borderColor: 'divider' }}
    >
      {[{ id: 'work', name: 'The work' }, ...stations].map(({ id: station, name }) => {
        const faults = found[station]?.filter((f) => f.severity === 'fault').length ?? 0;
        const warnings = found[station]?.filter((f) => f.severity === 'warning').length ?? 0;
        const here = station === at;
        return (
          <Link
            key={station}
            component={RouterLink}
            to={plan.page('plan', station === 'work' ? {} : { at: station })}
            replace
            underline="none"
            aria-current={here ? 'page' : undefined}
            sx={{
              pb: 0.75,
              color: here ? 'text.primary' : 'primary.main',
              fontWeight: here ? 680 : 500,
              borderBottom: 3,
              borderColor: here ? 'primary.main' : 'transparent',
            }}
          >
            {name}
            {(faults > 0 || warnings > 0) && (
              <Typography
                component="span"
                variant="body2"
                sx={{ ml: 0.75, color: faults > 0 ? 'error.main' : 'warning.main' }}
              >
                {faults > 0 ? 'needs a hand' : 'look'}
              </Typography>
            )}
          </Link>
        );
      })}
    </Box>
  );
}
