import { Box, Typography } from '@mui/material';
import type { EquipmentKind, Operation, WorkPlan } from '../../../app/api/types';
import { asked } from '../../../shared/asked';
import { number } from '../../../shared/format';
import { useEquipmentKinds } from '../../../shared/machines';
import { day, minutes, time } from '../moments';

/** How often, in words; tools and shots go by the names of their family. */
const repeats = ({ shotName, toolName }: WorkPlan['order']): Record<Operation['repeats'], string> => ({
  once: 'Once',
  eachTool: `Each ${toolName.toLowerCase()}`,
  eachShot: `Each ${shotName.toLowerCase()}`,
  eachPart: 'Each part',
  last: 'After the last',
});

/** What it takes besides hands. */
const heldBy = (operation: Operation, kinds: readonly EquipmentKind[]) =>
  operation.holds.flatMap((hold) => kinds.find((k) => k.id === hold.resource)?.name.toLowerCase() ?? []).join(', ');

/** The traveller on screen: what to do, what to weigh in big digits, what runs meanwhile, what to tick. */
export function Operations({ work }: { work: WorkPlan }) {
  const first = new Map<string, string>();
  for (const slot of work.schedule?.slots ?? [])
    if (!first.has(slot.operationId)) first.set(slot.operationId, slot.start);
  const titles = new Map(work.cautions.map((c) => [c.id, c.title]));
  return (
    <Box component="section" aria-label="Operations">
      {Object.entries(repeats(work.order))
        .map(([how, heading]) => [heading, work.operations.filter((o) => o.repeats === how)] as const)
        .filter(([, operations]) => operations.length > 0)
        .map(([heading, operations]) => (
          <Box key={heading} component="section" sx={{ mb: 2 }}>
            <Typography variant="h2">{heading}</Typography>
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
  const kinds = useEquipmentKinds();
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
        borderLeft: operation.followsAtOnce ? 4 : 0,
        borderLeftColor: 'primary.main',
        pl: operation.followsAtOnce ? 1 : 1.5,
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
        {operation.lags
          .filter((lag) => lag.mostMin != null && lag.says)
          .map((lag) => (
            <Typography key={lag.after} variant="body2" sx={{ color: 'primary.main', fontWeight: 600 }}>
              ◷ {lag.says}
            </Typography>
          ))}
        {operation.asks
          .filter((ask) => ask.kind !== 'weigh')
          .map((ask) => (
            <Typography key={ask.id} variant="body2">
              {ask.kind === 'tick' ? '☐' : '✎'} {ask.what}
              {ask.kind === 'read' && `: ${asked(ask)}`}
            </Typography>
          ))}
        {operation.cautions.length > 0 && (
          <Typography variant="body2" sx={{ color: 'warning.main' }}>
            △ {operation.cautions.map((id) => titles.get(id)).join(', ')}
          </Typography>
        )}
      </div>
      <Box sx={{ textAlign: 'right' }}>
        {operation.asks
          .filter((ask) => ask.kind === 'weigh')
          .map((ask) => (
            <Typography
              key={ask.id}
              variant="mono"
              component="div"
              sx={{ fontSize: 22, fontWeight: 680, lineHeight: 1.25 }}
            >
              <Typography component="span" variant="body2" color="textSecondary" sx={{ mr: 1 }}>
                {ask.what}
              </Typography>
              {ask.target! >= 1000 ? number(ask.target!, 4) : ask.target!.toFixed(1)}
              <Typography component="span" color="textSecondary" sx={{ ml: 0.5 }}>
                {ask.unit}
              </Typography>
            </Typography>
          ))}
        <Typography variant="body2" color="textSecondary" sx={{ whiteSpace: 'nowrap' }}>
          {operation.handsMin > 0 && `${minutes(operation.handsMin)} hands`}
          {operation.handsMin > 0 && operation.waitMin > 0 && ', '}
          {operation.waitMin > 0 && `${minutes(operation.waitMin)} alone`}
        </Typography>
        {heldBy(operation, kinds) && (
          <Typography variant="body2" color="textSecondary">
            {heldBy(operation, kinds)}
          </Typography>
        )}
      </Box>
    </Box>
  );
}
