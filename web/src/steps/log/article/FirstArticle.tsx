import { Alert, Box, Button, Link as MuiLink, TextField, Typography } from '@mui/material';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { useSearchParams } from 'react-router';
import { client, type Problem, unwrap } from '../../../app/api/client';
import type { FirstArticleView, Signature } from '../../../app/api/types';
import { count, moment } from '../../../shared/format';
import { stackingTable } from '../../../shared/stackingTable';
import { useAtBench } from '../../../shared/useAtBench';
import { Who } from '../../../shared/Who';
import { gauges, limits, valued } from '../words';
import { newId } from '../../../shared/newId';

interface Props {
  projectId: string;
  stretch: string | undefined;
}

/** Everything that was seen on the parts of one shot, to be signed; what was signed stays as it was. */
export function FirstArticle({ projectId, stretch }: Props) {
  const [params, setParams] = useSearchParams();
  const shot = Math.max(1, Math.floor(Number(params.get('shot')) || 1));
  const queries = useQueryClient();
  const path = { path: { id: projectId, shot }, query: { stretch } };
  const queryKey = ['first article', projectId, stretch ?? '', shot];
  const { data, error } = useQuery<FirstArticleView, Problem>({
    queryKey,
    queryFn: ({ signal }) =>
      unwrap(client.GET('/api/projects/{id}/inspection/first-article/{shot}', { params: path, signal })),
  });
  const sign = useMutation<FirstArticleView, Problem, { by: string; says: string }>({
    mutationFn: (signed) =>
      unwrap(
        client.POST('/api/projects/{id}/inspection/first-article/{shot}/signatures', {
          params: path,
          body: { id: newId(), ...signed },
        }),
      ),
    onSuccess: (now) => queries.setQueryData(queryKey, now),
  });
  const file = (kind: string) =>
    `/api/projects/${projectId}/inspection/first-article/${shot}/report.${kind}${stretch ? `?stretch=${stretch}` : ''}`;
  return (
    <>
      <Box sx={{ display: 'flex', gap: 2, alignItems: 'flex-end', flexWrap: 'wrap', my: 1 }}>
        <TextField
          label="Shot"
          type="number"
          value={shot}
          onChange={(event) =>
            setParams(
              (now) => {
                now.set('shot', event.target.value || '1');
                return now;
              },
              { replace: true },
            )
          }
          sx={{ width: 100 }}
        />
        <MuiLink href={file('pdf')}>As PDF</MuiLink>
        <MuiLink href={file('csv')}>As a table</MuiLink>
      </Box>
      {error && <Alert severity="error">{error.message}</Alert>}
      {data && <Report view={data} onSign={sign.mutate} error={sign.error} isPending={sign.isPending} />}
    </>
  );
}

interface ReportProps {
  view: FirstArticleView;
  onSign: (signed: { by: string; says: string }) => void;
  error: Problem | null;
  isPending: boolean;
}

function Report({ view, onSign, error, isPending }: ReportProps) {
  const { report, signed, changed } = view;
  const [by] = useAtBench();
  const [says, setSays] = useState('');
  const [looked, setLooked] = useState<number | null>(null);
  const then = signed.find((s) => s.version === looked);
  return (
    <>
      <Seen report={report} />
      {signed.map((s) => (
        <Typography key={s.version} sx={{ borderLeft: 3, borderColor: 'primary.main', pl: 1.5, my: 1 }}>
          Version {s.version}, signed by <b>{s.by}</b>, {moment(s.at)}: {s.says}{' '}
          <Button size="small" onClick={() => setLooked(looked === s.version ? null : s.version)}>
            {looked === s.version ? 'Close it' : 'As it was signed'}
          </Button>
        </Typography>
      ))}
      {then && <Then signature={then} />}
      {changed.length > 0 && (
        <Alert severity="warning" variant="outlined">
          Since it was signed last, {count(changed.length)} {changed.length === 1 ? 'thing has' : 'things have'} changed
          (
          {changed
            .map((c) => c.where)
            .slice(0, 4)
            .join(', ')}
          ). What was signed stays as it was; sign anew for what stands now.
        </Alert>
      )}
      <Box sx={{ display: 'flex', gap: 1.5, flexWrap: 'wrap', alignItems: 'flex-end', my: 1 }}>
        <Who label="Who signs" />
        <TextField
          label="What was seen"
          value={says}
          onChange={(event) => setSays(event.target.value)}
          slotProps={{ htmlInput: { maxLength: 1000 } }}
          sx={{ flex: '1 1 260px' }}
        />
        <Button
          variant="contained"
          disabled={!report.isWhole || !by || !says.trim() || isPending}
          onClick={() => onSign({ by, says: says.trim() })}
        >
          Sign
        </Button>
      </Box>
      {!report.isWhole && (
        <Typography color="textSecondary">
          It can be signed when every item is measured in every cavity and all that is out of its limits is decided.
        </Typography>
      )}
      {error && <Alert severity="error">{error.message}</Alert>}
    </>
  );
}

/** A version as it was signed, and what stands otherwise now. */
const Then = ({ signature: { version, report, since } }: { signature: Signature }) => (
  <Box component="section" aria-label={`Version ${version}`} sx={{ borderLeft: 3, borderColor: 'divider', pl: 1.5 }}>
    <Seen report={report} />
    {since.length === 0 ? (
      <Typography>Nothing stands otherwise now.</Typography>
    ) : (
      <Box component="ul" sx={{ m: 0 }}>
        {since.map((c) => (
          <li key={c.where}>
            {c.where}: {c.then ?? 'nothing'}, now {c.now ?? 'nothing'}
          </li>
        ))}
      </Box>
    )}
  </Box>
);

/** A report as it stands, or as it was signed. */
const Seen = ({ report }: { report: FirstArticleView['report'] }) => (
  <>
    <Typography sx={{ fontSize: 17 }}>
      {report.project}, rev {report.revision}. {report.tool ?? `Shot ${report.shot}`}. {count(report.rows.length)} to
      look at in {count(report.cavities)} {report.cavities === 1 ? 'cavity' : 'cavities'}:{' '}
      <b>
        {report.missing === 0 ? 'all measured' : `${count(report.missing)} missing`},{' '}
        {report.out === 0 ? 'all within the limits' : `${count(report.out)} out of the limits`}
      </b>
      .
    </Typography>
    <Box component="table" aria-label="First article" sx={{ ...stackingTable, my: 1 }}>
      <thead>
        <tr>
          <th scope="col">what</th>
          <th scope="col">limits</th>
          <th scope="col">by</th>
          <th scope="col">measured</th>
        </tr>
      </thead>
      <tbody>
        {report.rows.map(({ item, values }) => (
          <tr key={item.id}>
            <td>
              <b>{item.name}</b>
            </td>
            <td data-of="limits">{limits(item)}</td>
            <td data-of="by">{gauges[item.gauge]}</td>
            <td data-of="measured">
              {values.length === 0 && (
                <Box component="span" sx={{ color: 'warning.main', fontWeight: 600 }}>
                  not measured
                </Box>
              )}
              {values.map((v) => (
                <Box key={v.cavity} sx={{ color: v.within ? undefined : 'error.main' }}>
                  {report.cavities > 1 && `cavity ${v.cavity}: `}
                  {valued(item.kind, v.value, item.unit)}
                  {!v.within && (v.decided ? `, out: ${v.decided}, ${v.decidedBy}` : ', out: not decided')}
                </Box>
              ))}
            </td>
          </tr>
        ))}
      </tbody>
    </Box>
  </>
);
