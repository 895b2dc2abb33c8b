import { Box, Button, Link as MuiLink, Typography, useColorScheme } from '@mui/material';
import { lazy, memo, Suspense, useEffect, useState } from 'react';
import { Link, Outlet, useLocation, useParams } from 'react-router';
import { Picture } from '../../shared/Picture';
import { useGo, Ways } from '../../shared/useGo';
import { Broken } from './Broken';
import { letHeldKeysPressOnce } from './heldKeys';
import { PartingLine } from './PartingLine';
import { steps } from './steps';
import { Unsent } from './Unsent';
import { useProject } from './useProject';

const Keys = lazy(async () => ({ default: (await import('./Keys')).Keys }));
const WhatIfBadge = lazy(async () => ({ default: (await import('../../shared/WhatIf')).WhatIfBadge }));

/** Every page: the job strip, then the step. */
export function Shell() {
  const { projectId } = useParams();
  const { pathname } = useLocation();
  return (
    <Ways>
      <Strip projectId={projectId} />
      <Box
        component="main"
        id="content"
        tabIndex={-1}
        sx={{ px: { xs: 1.5, md: 3 }, py: 2, maxWidth: 1560, mx: 'auto', outline: 'none' }}
      >
        {projectId && (
          <Suspense fallback={null}>
            <WhatIfBadge projectId={projectId} />
          </Suspense>
        )}
        <Unsent />
        <Broken at={pathname}>
          <Suspense fallback={null}>
            <Outlet />
          </Suspense>
        </Broken>
      </Box>
    </Ways>
  );
}

/** The job strip, and the keys that work everywhere. */
const Strip = memo(function Strip({ projectId }: { projectId: string | undefined }) {
  const project = useProject(projectId).data;
  const { mode, systemMode, setMode } = useColorScheme();
  const night = (mode === 'system' ? systemMode : mode) === 'dark';
  const [help, setHelp] = useState(false);
  const go = useGo();

  useEffect(letHeldKeysPressOnce, []);

  useEffect(() => {
    document.title = project ? `${project.name} · Stampo` : 'Stampo';
  }, [project]);

  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if (event.ctrlKey || event.metaKey || event.altKey || typing(event.target)) return;
      if (event.key === '?') setHelp((open) => !open);
      if (event.key === 'Escape') setHelp(false);
      if (event.key === 'p') void go('/');
      if (event.key === 'l') void go('/library');
      if (event.key === 's') void go('/shop');
      if (event.key === 'w') void go('/week');
      if (event.key === 'm') void go('/shelf');
      const step = steps[Number(event.key) - 1];
      if (projectId && step) void go({ pathname: `/projects/${projectId}/${step.path}`, search: location.search });
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, [go, projectId]);

  return (
    <>
      <MuiLink
        href="#content"
        sx={{
          position: 'absolute',
          left: -9999,
          '&:focus': { left: 8, top: 8, zIndex: 2000, backgroundColor: 'background.paper', p: 1 },
        }}
      >
        Skip to the page
      </MuiLink>
      <Box
        component="header"
        sx={{
          display: 'flex',
          flexWrap: { xs: 'wrap', md: 'nowrap' },
          alignItems: 'center',
          gap: { xs: 1, md: 3 },
          px: { xs: 1.5, md: 3 },
          py: 1,
          borderBottom: 1,
          borderColor: 'divider',
          '@media print': { display: 'none' },
        }}
      >
        <MuiLink
          component={Link}
          to="/"
          color="text.primary"
          underline="hover"
          sx={{ fontWeight: 700, fontSize: 17, letterSpacing: '-0.01em' }}
        >
          Stampo
        </MuiLink>
        {projectId && (
          <Box sx={{ display: 'flex', alignItems: 'center', gap: 1, minWidth: 0, flexShrink: { md: 0 } }}>
            <Picture hash={project?.meshHash} width={52} />
            <Typography noWrap sx={{ fontWeight: 640, maxWidth: 200 }} title={project?.name}>
              {project?.name ?? ' '}
              <Typography component="span" color="textSecondary" sx={{ ml: 0.75 }}>
                {project && `rev ${project.revision}`}
              </Typography>
            </Typography>
          </Box>
        )}
        <Box
          sx={{
            order: { xs: 5, md: 0 },
            flexBasis: { xs: '100%', md: 'auto' },
            flexGrow: 1,
            display: 'flex',
            justifyContent: 'center',
          }}
        >
          {projectId && <PartingLine project={project} projectId={projectId} />}
        </Box>
        <Box sx={{ ml: 'auto', display: 'flex' }}>
          <Button color="inherit" component={Link} to="/week">
            Week
          </Button>
          <Button color="inherit" component={Link} to="/shelf">
            Molds
          </Button>
          <Button color="inherit" component={Link} to="/shop">
            Shop
          </Button>
          <Button color="inherit" component={Link} to="/library">
            Library
          </Button>
          <Button color="inherit" onClick={() => setMode(night ? 'light' : 'dark')}>
            {night ? 'Day' : 'Night'}
          </Button>
          <Button color="inherit" onClick={() => setHelp(!help)} aria-expanded={help}>
            Keys
          </Button>
        </Box>
      </Box>
      {help && (
        <Suspense fallback={null}>
          <Keys onClose={() => setHelp(false)} />
        </Suspense>
      )}
    </>
  );
});

const typing = (target: EventTarget | null) =>
  target instanceof HTMLElement &&
  (target.isContentEditable || ['INPUT', 'TEXTAREA', 'SELECT'].includes(target.tagName));
