import { Box, Button, Link, Typography } from '@mui/material';
import { useQuery } from '@tanstack/react-query';
import { Link as RouterLink } from 'react-router';
import { client, type Problem, unwrap } from '../../app/api/client';
import type { Traveller } from '../../app/api/types';
import { date, unbroken } from '../../shared/format';
import { Refusal } from '../../shared/Refusal';
import { stackingTable } from '../../shared/stackingTable';
import { minutes } from './moments';
import { usePlanAt } from './planAt';

/** The sheet that goes with the work, to print: operations, weights, ticks, a box for every shot, cautions. */
export function TravellerPage() {
  const at = usePlanAt();
  const { data: sheet, error } = useQuery<Traveller, Problem>({
    queryKey: ['traveller', at.projectId, at.stretch],
    queryFn: ({ signal }) => unwrap(client.GET('/api/projects/{id}/plan/traveller', { params: at.params, signal })),
  });
  if (error) return <Refusal problem={error} to={at.page('plan')} act="Go to the plan" />;
  if (!sheet) return null;
  return (
    <Box sx={{ maxWidth: 980, mx: 'auto', fontSize: 13, '@media print': { fontSize: 9 } }}>
      <Box sx={{ display: 'flex', gap: 2, mb: 2, '@media print': { display: 'none' } }}>
        <Link component={RouterLink} to={at.page('plan')} sx={{ flex: 1 }}>
          Back to the plan
        </Link>
        <Button variant="outlined" onClick={() => window.print()}>
          Print
        </Button>
        <Button href={at.file('traveller.pdf')}>PDF</Button>
        <Button href={at.file('traveller.csv')}>CSV</Button>
        <Button href={at.file('traveller.ics')}>Calendar</Button>
      </Box>
      <Typography variant="h1">
        Traveller: {sheet.project}, rev {sheet.revision}
      </Typography>
      <Typography color="textSecondary">
        {date(sheet.on)}. {sheet.route}.
      </Typography>
      {sheet.facts.map((fact) => (
        <Typography key={fact} variant="body2">
          {unbroken(fact)}
        </Typography>
      ))}
      <Rows sheet={sheet} />
      <Typography variant="h2" sx={{ mt: 1.5 }}>
        {sheet.shotsName}
      </Typography>
      <Box
        sx={{ display: 'flex', flexWrap: 'wrap', gap: 0.5 }}
        aria-label={`${sheet.shots} boxes, one for each of the ${sheet.shotsName.toLowerCase()}`}
        role="img"
      >
        {Array.from({ length: sheet.shots }, (_, i) => (
          <Box
            key={i}
            sx={{
              width: 24,
              height: 24,
              border: 1,
              borderColor: 'text.secondary',
              textAlign: 'center',
              fontSize: 11,
              lineHeight: '22px',
            }}
          >
            {i + 1}
          </Box>
        ))}
      </Box>
      <Typography variant="h2" sx={{ mt: 1.5 }}>
        Cautions
      </Typography>
      {sheet.cautions.map((caution) => (
        <Typography key={caution} variant="body2">
          △ {caution}
        </Typography>
      ))}
      <Typography variant="body2" color="textSecondary" sx={{ mt: 1 }}>
        {sheet.deference}
      </Typography>
    </Box>
  );
}

function Rows({ sheet }: { sheet: Traveller }) {
  return (
    <Box component="table" sx={{ ...stackingTable, mt: 1 }}>
      <thead>
        <tr>
          <th scope="col">#</th>
          <th scope="col">First</th>
          <th scope="col">Operation</th>
          <th scope="col">Weigh</th>
          <th scope="col">Hands / alone</th>
          <th scope="col">Tick</th>
        </tr>
      </thead>
      <tbody>
        {sheet.rows.map((row) => (
          <tr key={row.number}>
            <td data-of="#">{row.number}</td>
            <td data-of="">{row.when}</td>
            <td>
              <b>{row.operation}</b>
              {row.detail && <div>{unbroken(row.detail)}</div>}
              {row.lags.map((lag) => (
                <div key={lag}>◷ {unbroken(lag)}</div>
              ))}
              {row.cautions.length > 0 && <div>△ {row.cautions.join(', ')}</div>}
            </td>
            <td>
              {row.weigh.map((line) => (
                <Typography key={line} variant="mono" component="div" sx={{ fontWeight: 650, whiteSpace: 'nowrap' }}>
                  {line}
                </Typography>
              ))}
            </td>
            <td data-of="hands / alone">
              {[row.handsMin > 0 && minutes(row.handsMin), row.waitMin > 0 && minutes(row.waitMin)]
                .filter(Boolean)
                .join(' / ')}
              {row.needs && row.needs !== 'hands' && <div>{row.needs}</div>}
            </td>
            <td>
              {row.asks.map((check) => (
                <div key={check}>☐ {check}</div>
              ))}
            </td>
          </tr>
        ))}
      </tbody>
    </Box>
  );
}
