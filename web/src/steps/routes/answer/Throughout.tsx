import { Box, Link, Slider, Typography } from '@mui/material';
import { useDeferredValue } from 'react';
import type { Answer, Sequence } from '../../../app/api/types';
import { count, date, number, unbroken } from '../../../shared/format';
import { OpensLine } from '../../../shared/OpensLine';
import { useAddress } from '../../../shared/useAddress';
import { useAnswer, type Weights } from './useAnswer';

const aims = ['cost', 'date', 'likeness', 'tolerance'] as const;

interface Props {
  projectId: string;
  answer: Answer;
  aims: string | null;
  onChoose: (route: string) => void;
}

/** With one route throughout: in time, and late where that costs far less; then all single routes on the four aims. */
export function Throughout({ projectId, answer, aims: written, onChoose }: Props) {
  const singles = [answer.throughout, answer.throughoutLate].filter((s) => s != null);
  const isSingle = answer.best!.stretches.length === 1;
  return (
    <section aria-labelledby="throughout">
      <Typography variant="h2" id="throughout">
        {isSingle ? 'One route does it' : 'With one route throughout'}
      </Typography>
      {singles.map((single) => (
        <Single key={single.said} single={single} best={answer.best!} />
      ))}
      {answer.contenders.length === 0 && <Typography variant="body2">None may serve every row.</Typography>}
      {!answer.throughout && answer.contenders.some((c) => c.daysLate === 0) && (
        <Typography variant="body2" sx={{ mt: 0.5 }}>
          In time, one route alone would cost over five times as much.
        </Typography>
      )}
      {answer.contenders.length > 1 && (
        <Contenders projectId={projectId} contenders={answer.contenders} written={written} onChoose={onChoose} />
      )}
    </section>
  );
}

function Single({ single, best }: { single: Sequence; best: Sequence }) {
  const more = single.total - best.total;
  return (
    <Typography variant="body2" sx={{ mt: 0.5, color: 'text.primary' }}>
      {unbroken(single.said)}{' '}
      <OpensLine line={`alone-${single.stretches[0]!.routeId}.total`}>
        {Math.abs(more) >= 0.005 ? `${number(Math.abs(more))} € ${more > 0 ? 'more' : 'less'}` : 'How it adds up'}
      </OpensLine>
      .
    </Typography>
  );
}

interface ContendersProps extends Omit<Props, 'answer' | 'aims'> {
  contenders: Answer['contenders'];
  written: string | null;
}

/** What nothing beats on every aim, put in order by how much each counts. */
function Contenders({ projectId, contenders, written, onChoose }: ContendersProps) {
  const change = useAddress();
  const weights = weightsOf(written);
  const asked = useDeferredValue(written);
  const ordered = useAnswer(projectId, weightsOf(asked)).answer?.contenders ?? contenders;
  const front = ordered.filter((c) => c.dominatedBy === null);
  const beaten = ordered.filter((c) => c.dominatedBy !== null);
  return (
    <Box component="details" sx={{ mt: 0.5, '& summary': { cursor: 'pointer', fontSize: 13.5 } }}>
      <summary>
        {front.length} single {front.length === 1 ? 'route that nothing beats' : 'routes that nothing beats'} on every
        aim{beaten.length > 0 && `, ${beaten.length} beaten`}
      </summary>
      <Box sx={{ display: 'grid', gridTemplateColumns: '80px 1fr', columnGap: 1.5, alignItems: 'center', mt: 0.5 }}>
        {aims.map((aim) => (
          <Box key={aim} sx={{ display: 'contents' }}>
            <Typography variant="body2" id={`aim-${aim}`}>
              {aim}
            </Typography>
            <Slider
              size="small"
              min={0}
              max={5}
              value={weights[aim]}
              aria-labelledby={`aim-${aim}`}
              onChange={(_, value) => change({ aims: textOf({ ...weights, [aim]: value as number }) })}
            />
          </Box>
        ))}
      </Box>
      <Box component="ol" sx={{ m: 0, pl: 2.5 }}>
        {front.map((c) => (
          <li key={c.routeId}>
            <Link component="button" sx={{ textAlign: 'left' }} onClick={() => onChoose(c.routeId)}>
              {c.name}
            </Link>
            <Typography variant="body2" color="textSecondary">
              <OpensLine line={`alone-${c.routeId}.total`}>{number(c.cost)} €</OpensLine>, last part {date(c.lastPart)}
              {c.daysLate > 0 && ` (${count(c.daysLate)} working days late)`}, like the series{' '}
              {number(c.likeness * 100, 2)} %, ± {number(c.toleranceMm, 2)} mm
            </Typography>
          </li>
        ))}
      </Box>
      {beaten.map((c) => (
        <Typography key={c.routeId} variant="body2" color="textSecondary">
          {c.name}: beaten by {c.dominatedBy}.
        </Typography>
      ))}
    </Box>
  );
}

const weightsOf = (text: string | null): Weights => {
  const [cost = 1, date = 0, likeness = 0, tolerance = 0] = (text ?? '1.0.0.0')
    .split('.')
    .map((w) => Math.min(5, Math.max(0, Number(w) || 0)));
  return { cost, date, likeness, tolerance };
};

const textOf = ({ cost, date, likeness, tolerance }: Weights) => [cost, date, likeness, tolerance].join('.');
