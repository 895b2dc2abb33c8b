import { Box, Link, Typography } from '@mui/material';
import { memo, useRef } from 'react';
import { Link as RouterLink } from 'react-router';
import type { Answer, LeastBad } from '../../../app/api/types';
import { count, unbroken } from '../../../shared/format';
import { SaveDrawing } from '../../../shared/SaveDrawing';
import { SequenceLine } from './SequenceLine';
import { Sum } from './Sum';
import { Throughout } from './Throughout';
import { useAnswer } from './useAnswer';
import { WouldChange } from './WouldChange';

interface Props {
  projectId: string;
  /** The weights of the aims as the address has them. */
  aims: string | null;
  onChoose: (route: string) => void;
}

/** The answer before the table: which route for which parts, by when to order, what it costs, and what would change it. */
export const AnswerPanel = memo(function AnswerPanel({ projectId, aims, onChoose }: Props) {
  const { answer, error } = useAnswer(projectId);
  const drawing = useRef<HTMLDivElement>(null);
  if (error) return <Typography color="error">{error.message}</Typography>;
  if (!answer)
    return <Typography sx={{ minHeight: 260, color: 'text.secondary', pt: 2 }}>Working out the answer …</Typography>;
  if (!answer.best) return <NoAnswer projectId={projectId} answer={answer} onChoose={onChoose} />;
  return (
    <Box
      component="section"
      aria-labelledby="answer"
      sx={{ display: 'grid', gridTemplateColumns: { xs: 'minmax(0,1fr)', lg: 'minmax(0,1fr) 330px' }, columnGap: 3 }}
    >
      <div ref={drawing}>
        <Box sx={{ display: 'flex', alignItems: 'baseline', columnGap: 2, flexWrap: 'wrap' }}>
          <Typography variant="h2" component="h1" id="answer" sx={{ flex: 1, color: 'text.secondary' }}>
            The answer for all {count(answer.quantity)}
          </Typography>
          <SaveDrawing of={drawing} name="sequence" />
        </Box>
        <Typography sx={{ fontSize: 20, fontWeight: 640, lineHeight: 1.25, mb: 0.5 }}>
          {unbroken(answer.best.said)}
        </Typography>
        {answer.sentences.map((sentence) => (
          <Typography key={sentence}>{unbroken(sentence)}</Typography>
        ))}
        <SequenceLine sequence={answer.best} routes={answer.routes} opens />
        <Sum sequence={answer.best} opens />
      </div>
      <Box sx={{ mt: { xs: 2, lg: 0 } }}>
        <Throughout projectId={projectId} answer={answer} aims={aims} onChoose={onChoose} />
        <WouldChange answer={answer} />
      </Box>
    </Box>
  );
});

function NoAnswer({ projectId, answer, onChoose }: Pick<Props, 'projectId' | 'onChoose'> & { answer: Answer }) {
  return (
    <section aria-labelledby="answer">
      <Typography variant="h1" id="answer">
        {answer.sentences[0]}
      </Typography>
      {answer.quantity === 0 ? (
        <Link component={RouterLink} to={`/projects/${projectId}/brief`}>
          Go to Brief
        </Link>
      ) : (
        <Box sx={{ columns: { md: 2 }, columnGap: 4 }}>
          {answer.leastBad.map((route) => (
            <Least key={route.routeId} route={route} onChoose={onChoose} />
          ))}
        </Box>
      )}
    </section>
  );
}

function Least({ route, onChoose }: { route: LeastBad; onChoose: Props['onChoose'] }) {
  return (
    <Box sx={{ mt: 1, pl: 1.5, borderLeft: 3, borderColor: 'error.main', breakInside: 'avoid' }}>
      <Link component="button" sx={{ fontWeight: 640 }} onClick={() => onChoose(route.routeId)}>
        {route.name}
      </Link>
      {route.reasons.map((reason) => (
        <Typography key={reason} variant="body2">
          {unbroken(reason)}
        </Typography>
      ))}
      <Typography variant="body2" color="textSecondary">
        To relax: {route.relax.join(' ') || 'see its lane'}
      </Typography>
    </Box>
  );
}
