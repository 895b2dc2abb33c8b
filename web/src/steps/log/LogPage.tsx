import { Box, Link as MuiLink, Typography } from '@mui/material';
import { Link, useParams, useSearchParams } from 'react-router';
import { Refusal } from '../../shared/Refusal';
import { Stretches } from '../../shared/Stretches';
import { FirstArticle } from './article/FirstArticle';
import { Causes } from './causes/Causes';
import { Inspection } from './inspection/Inspection';
import { Spent } from './spent/Spent';
import { useInspection } from './useInspection';

const views = {
  inspection: 'Inspection',
  defects: 'Defects',
  article: 'First article',
  spent: 'What it came to',
} as const;

/** What the parts of a stretch came out like, and what that says. */
export function LogPage() {
  const { projectId = '' } = useParams();
  const [params] = useSearchParams();
  const stretch = params.get('stretch') ?? undefined;
  const asked = params.get('view');
  const view = isView(asked) ? asked : 'inspection';
  const inspection = useInspection(projectId, stretch);
  const { data, error } = inspection.view;
  if (error) return <Refusal problem={error} to="/" act="All projects" />;
  if (!data) return null;
  const to = (search: Record<string, string>) =>
    `/projects/${projectId}/log?${new URLSearchParams({ ...(data.stretch ? { stretch: data.stretch } : {}), ...search })}`;
  return (
    <>
      <Stretches
        stretches={data.stretches}
        here={data.stretch}
        to={(id) => `/projects/${projectId}/log?stretch=${id}`}
      />
      <Typography variant="h1" sx={{ fontSize: 28 }}>
        Log{data.route && `: ${data.route.name.toLowerCase()}`}
      </Typography>
      <Box component="nav" aria-label="Log" sx={{ display: 'flex', flexWrap: 'wrap', columnGap: 3, my: 1 }}>
        {Object.entries(views).map(([key, name]) => (
          <MuiLink
            key={key}
            component={Link}
            to={to({ view: key })}
            underline={key === view ? 'none' : 'hover'}
            color={key === view ? 'textPrimary' : 'primary'}
            aria-current={key === view ? 'page' : undefined}
            sx={{ fontWeight: key === view ? 680 : 500, fontSize: 17 }}
          >
            {name}
          </MuiLink>
        ))}
        <MuiLink component={Link} to="/shelf" underline="hover" sx={{ fontSize: 17, fontWeight: 500 }}>
          Molds and search
        </MuiLink>
      </Box>
      {view === 'inspection' && (
        <Inspection projectId={projectId} stretch={stretch} inspection={inspection} data={data} />
      )}
      {view === 'defects' && <Causes projectId={projectId} stretch={data.stretch ?? undefined} />}
      {view === 'article' && <FirstArticle projectId={projectId} stretch={stretch} />}
      {view === 'spent' && <Spent projectId={projectId} />}
    </>
  );
}

const isView = (asked: string | null): asked is keyof typeof views => asked !== null && asked in views;
