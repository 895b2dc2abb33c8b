import { Box, Typography } from '@mui/material';
import type { CastingPlanAnswer, Operation } from '../../../app/api/types';
import { number } from '../../../shared/format';
import { day, minutes, time } from '../moments';

const stages: Record<Operation['stage'], string> = {
  pattern: 'Pattern, once',
  mold: 'Each mold',
  shot: 'Each shot',
  finish: 'After the last',
};

const needs: Partial<Record<Operation['needs'][number], string>> = {
  scale: 'scale',
  vessel: 'vessel',
  chamber: 'vacuum chamber',
  pot: 'pressure pot',
  oven: 'oven',
  printer: 'printer',
  mill: 'mill',
};

/** What it takes besides hands. */
const needsOf = (operation: Operation) =>
  operation.needs
    .map((need) => needs[need])
    .filter(Boolean)
    .join(', ');

/** The traveller on screen: what to do, what to weigh in big digits, what runs meanwhile, what to tick. */
export function Operations({ answer }: { answer: CastingPlanAnswer }) {
  const first = new Map<string, string>();
  for (const slot of answer.schedule?.slots ?? [])
    if (!first.has(slot.operationId)) first.set(slot.operationId, slot.start);
  const titles = new Map(answer.cautions.map((c) => [c.id, c.title]));
  return (
    <Box component="section" aria-label="Operations">
      {(Object.keys(stages) as Operation['stage'][])
        .map((stage) => [stage, answer.operations.filter((o) => o.stage === stage)] as const)
        .filter(([, operations]) => operations.length > 0)
        .map(([stage, operations]) => (
          <Box key={stage} component="section" sx={{ mb: 2 }}>
            <Typography variant="h2">{stages[stage]}</Typography>
            <Box component="ol" sx={{ listStyle: 'none', m: 0, p: 0 }}>
              {operations.map((operation) => (
                <Line key={operation.id} operation={operation} at={first.get(operation.id)} titles={titles} />
              ))}
            </Box>
          </Box>
        ))}
    </Box>
  );
}

function Line({
  operation,
  at,
  titles,
}: {
  operation: Operation;
  at: string | undefined;
  titles: Map<string, string>;
}) {
  return (
    <Box
      component="li"
      sx={{
        display: 'grid',
        gridTemplateColumns: { xs: '1fr', sm: '92px minmax(0,1fr) auto' },
        columnGap: 2,
        py: 0.75,
        borderTop: 1,
        borderColor: 'divider',
        borderLeft: operation.clock ? 4 : 0,
        borderLeftColor: 'primary.main',
        pl: operation.clock ? 1 : 1.5,
      }}
    >
      <Typography variant="body2" color="textSecondary">
        {at && `${day(at)} ${time(at)}`}
      </Typography>
      <div>
        <Typography sx={{ fontWeight: 560 }}>{operation.name}</Typography>
        {operation.detail && (
          <Typography variant="body2" color="textSecondary">
            {operation.detail}
          </Typography>
        )}
        {operation.relations
          .filter((r) => r.kind === 'endsWithin')
          .map((r) => (
            <Typography key={r.says} variant="body2" sx={{ color: 'primary.main', fontWeight: 600 }}>
              ◷ {r.says}
            </Typography>
          ))}
        {operation.checks.map((check) => (
          <Typography key={check} variant="body2">
            ☐ {check}
          </Typography>
        ))}
        {operation.cautions.length > 0 && (
          <Typography variant="body2" sx={{ color: 'warning.main' }}>
            △ {operation.cautions.map((id) => titles.get(id)).join(', ')}
          </Typography>
        )}
      </div>
      <Box sx={{ textAlign: 'right' }}>
        {operation.weigh.map((weighing) => (
          <Typography
            key={weighing.what}
            variant="mono"
            component="div"
            sx={{ fontSize: 22, fontWeight: 680, lineHeight: 1.25 }}
          >
            <Typography component="span" variant="body2" color="textSecondary" sx={{ mr: 1 }}>
              {weighing.what}
            </Typography>
            {weighing.grams >= 1000 ? number(weighing.grams, 4) : weighing.grams.toFixed(1)}
            <Typography component="span" color="textSecondary" sx={{ ml: 0.5 }}>
              g
            </Typography>
          </Typography>
        ))}
        <Typography variant="body2" color="textSecondary" sx={{ whiteSpace: 'nowrap' }}>
          {operation.handsMin > 0 && `${minutes(operation.handsMin)} hands`}
          {operation.handsMin > 0 && operation.waitMin > 0 && ', '}
          {operation.waitMin > 0 && `${minutes(operation.waitMin)} alone`}
        </Typography>
        {needsOf(operation) && (
          <Typography variant="body2" color="textSecondary">
            {needsOf(operation)}
          </Typography>
        )}
      </Box>
    </Box>
  );
}
