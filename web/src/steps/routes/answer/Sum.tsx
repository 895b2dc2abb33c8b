import { Link, Typography } from '@mui/material';
import type { Sequence } from '../../../app/api/types';
import { count, number } from '../../../shared/format';
import { useAddress } from '../../../shared/useAddress';

/** The total of a sequence with what is in it besides making the parts. */
export function Sum({ sequence, opens }: { sequence: Sequence; opens?: boolean }) {
  const { total, p10, p90, change, holding, open, beyond } = sequence;
  const address = useAddress();
  const within = [
    change > 0 && `${number(change)} € for expected changes of the design`,
    holding > 0 && `${number(holding)} € for parts held in stock`,
  ].filter(Boolean);
  return (
    <Typography sx={{ borderTop: 1, borderColor: 'divider', pt: 0.5 }}>
      {opens ? (
        <Link
          component="button"
          color="inherit"
          sx={{ fontWeight: 700, fontSize: 'inherit' }}
          onClick={() => address({ route: null, working: 'total' })}
        >
          {number(total)} € in all
        </Link>
      ) : (
        <b>{number(total)} € in all</b>
      )}
      {within.length > 0 && `, of it ${within.join(' and ')}`}. In eight draws of ten between {number(p10)} and{' '}
      {number(p90)} €.
      {open > 0 && ` ${count(open)} parts are left open.`}
      {beyond > 0 && ` ${count(beyond)} parts are made beyond what is asked for.`}
    </Typography>
  );
}
