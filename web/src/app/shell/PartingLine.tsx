import { Box, Typography } from '@mui/material';
import { memo } from 'react';
import { Link, useLocation } from 'react-router';
import { useGo } from '../../shared/useGo';
import type { ProjectSummary } from '../api/types';
import { stateOf, steps } from './steps';

/** The six steps as a mold's parting line: one line through six stops that steps up where the work is. */
export function PartingLine({ project, projectId }: { project: ProjectSummary | undefined; projectId: string }) {
  const at = useLocation().pathname.split('/')[3];
  return <Line project={project} projectId={projectId} at={at} />;
}

interface LineProps {
  project: ProjectSummary | undefined;
  projectId: string;
  at: string | undefined;
}

const Line = memo(function Line({ project, projectId, at }: LineProps) {
  const goTo = useGo();
  /** The quantity being looked at goes along to the next step. */
  const go = (event: React.MouseEvent, path: string) => {
    const quantity = new URLSearchParams(window.location.search).get('q');
    if (!quantity || event.metaKey || event.ctrlKey || event.shiftKey) return;
    event.preventDefault();
    void goTo({ pathname: path, search: `?q=${quantity}` });
  };
  return (
    <Box component="nav" aria-label="Steps" sx={{ display: 'flex', flex: 1, minWidth: 0, maxWidth: 780 }}>
      {steps.map((step) => {
        const here = step.path === at;
        const path = `/projects/${projectId}/${step.path}`;
        const { state, why } = stateOf(step.path, project);
        return (
          <Box
            key={step.path}
            component={Link}
            to={path}
            onClick={(event: React.MouseEvent) => go(event, path)}
            aria-current={here ? 'step' : undefined}
            title={step.does}
            sx={{
              flex: 1,
              minWidth: 0,
              color: here ? 'primary.main' : 'text.primary',
              textDecoration: 'none',
              '&:hover span': { textDecoration: 'underline' },
            }}
          >
            <Box
              component="svg"
              viewBox="0 0 120 22"
              preserveAspectRatio="none"
              aria-hidden
              sx={{
                display: 'block',
                width: '100%',
                height: 22,
                stroke: 'currentcolor',
                fill: 'none',
                strokeWidth: here ? 2.4 : 1.2,
                '& *': { vectorEffect: 'non-scaling-stroke' },
              }}
            >
              <path d={here ? 'M0 15h22l8-10h60l8 10h22' : 'M0 15h120'} />
            </Box>
            <Box
              sx={{
                display: 'flex',
                justifyContent: 'center',
                mt: here ? '-24px' : '-14px',
                mb: here ? '10px' : 0,
                pointerEvents: 'none',
              }}
              aria-hidden
            >
              <Stop state={state} here={here} />
            </Box>
            <Typography
              component="span"
              sx={{
                display: 'block',
                textAlign: 'center',
                fontSize: 13,
                fontWeight: here ? 700 : 500,
                lineHeight: 1.2,
                mt: here ? '-4px' : '2px',
              }}
            >
              {step.name}
              <Typography
                component="span"
                color={why === 'fault' ? 'error' : 'textSecondary'}
                sx={{ fontSize: 11, display: { xs: 'none', md: 'inline' } }}
              >
                {why ? ` ${why}` : state === 'done' && !here ? ' done' : ''}
              </Typography>
            </Typography>
          </Box>
        );
      })}
    </Box>
  );
});

function Stop({ state, here }: { state: 'done' | 'open' | 'blocked'; here: boolean }) {
  const size = here ? 13 : 11;
  return (
    <Box
      sx={{
        width: size,
        height: size,
        borderRadius: state === 'blocked' ? 0 : '50%',
        border: 2,
        borderColor: 'currentcolor',
        backgroundColor: state === 'done' ? 'currentcolor' : 'background.default',
        transform: state === 'blocked' ? 'rotate(45deg) scale(0.75)' : 'none',
      }}
    />
  );
}
