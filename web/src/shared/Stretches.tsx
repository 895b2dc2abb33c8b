import { Box, Link as MuiLink } from '@mui/material';
import { Link } from 'react-router';
import type { PlanAnswer } from '../app/api/types';
import { count, within } from './format';

interface Props {
  stretches: PlanAnswer['stretches'];
  here: string | null | undefined;
  /** Where a stretch leads. */
  to: (id: string) => string;
}

/** The way between the stretches of a decision; one alone needs none. */
export function Stretches({ stretches, here, to }: Props) {
  if (stretches.length < 2) return null;
  return (
    <Box
      component="nav"
      aria-label="Stretches of the decision"
      sx={{ display: 'flex', flexWrap: 'wrap', columnGap: 3 }}
    >
      {stretches.map(({ id, route, quantity, hasPlan }) => (
        <MuiLink
          key={id}
          component={Link}
          to={to(id)}
          underline={id === here ? 'none' : 'hover'}
          color={id === here ? 'textPrimary' : 'primary'}
          aria-current={id === here ? 'page' : undefined}
          sx={{ fontWeight: id === here ? 680 : 500 }}
        >
          {route.tag} {count(quantity)}: {within(route.name)}
          {!hasPlan && ' (not built yet)'}
        </MuiLink>
      ))}
    </Box>
  );
}
