import { Typography } from '@mui/material';
import { Fragment } from 'react';
import type { Sequence } from '../../../app/api/types';
import { count, number } from '../../../shared/format';
import { OpensLine } from '../../../shared/OpensLine';

/** The total of a sequence with what is in it besides making the parts. */
export function Sum({ sequence, opens }: { sequence: Sequence; opens?: boolean }) {
  const { total, p10, p90, change, holding, open, beyond } = sequence;
  const part = (line: string, amount: number, what: string) =>
    amount > 0 && (
      <Fragment key={line}>
        {opens ? <OpensLine line={line}>{number(amount)} €</OpensLine> : `${number(amount)} €`} {what}
      </Fragment>
    );
  const within = [
    part('change', change, 'for expected changes of the design'),
    part('holding', holding, 'for parts held in stock'),
  ].filter(Boolean);
  return (
    <Typography sx={{ borderTop: 1, borderColor: 'divider', pt: 0.5 }}>
      <b>{opens ? <OpensLine line="total">{number(total)} € in all</OpensLine> : `${number(total)} € in all`}</b>
      {within.length > 0 && ', of it '}
      {within.flatMap((w, i) => (i === 0 ? [w] : [' and ', w]))}. In eight draws of ten between {number(p10)} and{' '}
      {number(p90)} €.
      {open > 0 && ` ${count(open)} parts are left open.`}
      {beyond > 0 && ` ${count(beyond)} parts are made beyond what is asked for.`}
    </Typography>
  );
}
