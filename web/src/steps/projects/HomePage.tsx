import { Box, Button, Link, Typography } from '@mui/material';
import { keepPreviousData, useInfiniteQuery, useMutation, useQueryClient } from '@tanstack/react-query';
import { lazy, Suspense, useState } from 'react';
import { Link as RouterLink, useSearchParams } from 'react-router';
import { client, type Problem, unwrap } from '../../app/api/client';
import type { ProjectSummary } from '../../app/api/types';
import { stateOf, steps } from '../../app/shell/steps';
import { box, count, date, number } from '../../shared/format';
import { Picture } from '../../shared/Picture';
import { Refusal } from '../../shared/Refusal';
import { useAddress } from '../../shared/useAddress';
import { useGo } from '../../shared/useGo';
import { TextLine } from '../../shared/TextLine';
import { useRested } from '../../shared/useRested';
import { DropZone } from '../../shared/upload/DropZone';
import { useUpload } from '../../shared/upload/useUpload';
import { askedFor, projectsOf } from './projects';
import { TakeIn } from './TakeIn';

const Undo = lazy(async () => ({ default: (await import('../../shared/Undo')).Undo }));

export function HomePage() {
  const queries = useQueryClient();
  const [params] = useSearchParams();
  const address = useAddress();
  const { find, away: shelved } = askedFor(params);
  const [typed, setTyped] = useState(find);
  const search = useRested(typed.trim());
  const list = useInfiniteQuery({ ...projectsOf(search, shelved), placeholderData: keepPreviousData });
  const [away, setAway] = useState<ProjectSummary | null>(null);
  const move = useMutation({
    mutationFn: ({ project, removed }: { project: ProjectSummary; removed: boolean }) =>
      unwrap(
        client.PATCH('/api/projects/{id}', {
          params: { path: { id: project.id } },
          body: { name: null, revision: null, removed },
        }),
      ),
    onSuccess: async (_, { project, removed }) => {
      setAway(removed ? project : null);
      // A list asked for before the move may still be on its way.
      await queries.cancelQueries({ queryKey: ['projects'] });
      await queries.invalidateQueries({ queryKey: ['projects'] });
    },
  });
  const shown = list.data?.pages.flatMap((page) => page.projects) ?? [];
  const total = list.data?.pages[0]?.total ?? 0;

  return (
    <Box sx={{ display: 'grid', gridTemplateColumns: { xs: '1fr', md: 'minmax(0, 1fr) 320px' }, gap: 4 }}>
      <section>
        <Box sx={{ display: 'flex', alignItems: 'center', flexWrap: 'wrap', mb: 1, gap: 2 }}>
          <Typography variant="h1" sx={{ flex: 1 }}>
            {shelved ? 'Put away' : 'Projects'}
          </Typography>
          <Button color="inherit" onClick={() => address({ away: shelved ? null : '' })}>
            {shelved ? 'Back to the projects' : 'What was put away'}
          </Button>
          <TextLine
            type="search"
            label="Find a project"
            value={typed}
            onChange={(find) => {
              setTyped(find);
              address({ find: find || null });
            }}
            sx={{ width: 220 }}
          />
        </Box>
        {list.error && <Refusal problem={list.error as Problem} />}
        {list.data && shown.length === 0 && <Typography sx={{ py: 3 }}>{nothing(search, shelved)}</Typography>}
        <Box component="ul" sx={{ listStyle: 'none', m: 0, p: 0 }}>
          {shown.map((project) => (
            <Row key={project.id} project={project} onMove={(removed) => move.mutate({ project, removed })} />
          ))}
        </Box>
        {list.hasNextPage && (
          <Button onClick={() => void list.fetchNextPage()} disabled={list.isFetchingNextPage} sx={{ mt: 1 }}>
            {count(shown.length)} of {count(total)} shown; show more
          </Button>
        )}
      </section>
      <Box component="aside">
        <NewProject />
        <TakeIn />
      </Box>
      {away && (
        <Suspense fallback={null}>
          <Undo onUndo={() => move.mutate({ project: away, removed: false })} onEnd={() => setAway(null)}>
            {away.name} is put away.
          </Undo>
        </Suspense>
      )}
    </Box>
  );
}

const nothing = (search: string, shelved: boolean) =>
  search
    ? `No project is called “${search}”.`
    : shelved
      ? 'Nothing is put away.'
      : 'Nothing here yet. Give Stampo a mesh of your part, on the right, and it becomes the first project.';

function Row({ project, onMove }: { project: ProjectSummary; onMove: (removed: boolean) => void }) {
  const away = project.removedUtc != null;
  const next = steps.find((step) => stateOf(step.path, project).state === 'open');
  return (
    <Box
      component="li"
      sx={{
        display: 'flex',
        alignItems: 'center',
        gap: 2,
        py: 1,
        borderTop: 1,
        borderColor: 'divider',
        flexWrap: { xs: 'wrap', sm: 'nowrap' },
      }}
    >
      <Picture hash={project.meshHash} width={76} />
      <Box sx={{ flex: 1, minWidth: 180 }}>
        <Link
          component={RouterLink}
          to={`/projects/${project.id}/${next?.path ?? 'plan'}`}
          color="text.primary"
          underline="hover"
          sx={{ fontWeight: 640, fontSize: 15 }}
        >
          {project.name}
        </Link>
        <Typography component="span" color="textSecondary" sx={{ ml: 1 }}>
          rev {project.revision}
        </Typography>
        <Typography variant="body2" color="textSecondary">
          {project.bboxMm ? `${box(project.bboxMm)} mm` : 'no part yet'}
          {project.volumeCm3 != null && ` · ${number(project.volumeCm3)} cm³`}
          {project.demand > 0 && ` · ${count(project.demand)} wanted`}
        </Typography>
      </Box>
      <Box sx={{ width: 250 }}>
        <Box
          sx={{ display: 'flex', gap: 0.5 }}
          role="img"
          aria-label={`Done: ${
            steps
              .filter((s) => stateOf(s.path, project).state === 'done')
              .map((s) => s.name)
              .join(', ') || 'nothing yet'
          }`}
        >
          {steps.map((step) => (
            <Box
              key={step.path}
              sx={{
                flex: 1,
                height: 5,
                border: 1,
                borderColor: 'text.secondary',
                backgroundColor: stateOf(step.path, project).state === 'done' ? 'text.secondary' : 'transparent',
              }}
            />
          ))}
        </Box>
        <Typography
          variant="body2"
          color={project.fault ? 'error' : 'textSecondary'}
          noWrap
          title={project.fault ?? undefined}
        >
          {project.fault
            ? `Needs a hand: ${project.fault}`
            : (project.decidedRoute ?? (next ? `Next: ${next.name.toLowerCase()}` : ''))}
        </Typography>
      </Box>
      <Typography variant="body2" color="textSecondary" sx={{ width: 84, textAlign: 'right' }}>
        {date(project.touchedUtc)}
      </Typography>
      <Box sx={{ minWidth: 92, display: 'flex', flexDirection: { xs: 'row', sm: 'column' } }}>
        <Button
          color="inherit"
          onClick={() => onMove(!away)}
          aria-label={away ? `Bring ${project.name} back` : `Put ${project.name} away`}
        >
          {away ? 'Bring back' : 'Put away'}
        </Button>
        <Button
          color="inherit"
          href={`/api/projects/${project.id}/archive.zip`}
          aria-label={`Save ${project.name} as an archive`}
        >
          Archive
        </Button>
      </Box>
    </Box>
  );
}

/** A file becomes a project named after it. */
function NewProject() {
  const go = useGo();
  const upload = useUpload();
  const [name, setName] = useState('');
  const create = async (file: File | null) => {
    const named = name.trim() || file?.name.replace(/\.[^.]+$/, '').replace(/[-_]+/g, ' ') || '';
    const project = await unwrap(client.POST('/api/projects', { body: { name: named, revision: null } }));
    if (file && !(await upload.start(project.id, 0, file, 'mm'))) {
      // The file could not be read: no empty project is left behind, and the message stays here.
      await client.PATCH('/api/projects/{id}', {
        params: { path: { id: project.id } },
        body: { name: null, revision: null, removed: true },
      });
      return;
    }
    await go(`/projects/${project.id}/part`);
  };
  return (
    <Box component="section" aria-labelledby="new-project">
      <Typography variant="h2" id="new-project" sx={{ mb: 1.5, mt: 1 }}>
        New project
      </Typography>
      <TextLine
        label="Name (else the file’s)"
        value={name}
        onChange={setName}
        maxLength={120}
        sx={{ mb: 1.5, width: '100%' }}
      />
      <DropZone
        upload={upload}
        title="Choose a mesh"
        onFile={(file) => void create(file)}
        sx={{ p: 2, border: 1, borderStyle: 'dashed', borderColor: 'text.secondary' }}
      />
      <Button sx={{ mt: 1 }} disabled={name.trim() === ''} onClick={() => void create(null)}>
        Start without a mesh
      </Button>
      <Typography variant="body2" color="textSecondary" sx={{ mt: 3 }}>
        Part, brief, routes, plan, bench, log: from a model to the grams in the cup. Every number marked “=” opens to
        how it came about.
      </Typography>
    </Box>
  );
}
