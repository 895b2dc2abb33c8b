import { Box, Button, Typography } from '@mui/material';
import { useEffect, useRef } from 'react';
import { Link } from 'react-router';
import type { OpenRuns } from '../../app/api/types';
import { toneColour } from './big';
import { keyOf, type Level, nameOf, said, standingOf } from './clocks';
import { useServerNow } from './serverClock';
import { awaken, ring, turn, useSound } from './sound';

/** Every running clock of the shop, whoever began it and wherever. */
export function ClockStrip({ open, here }: { open: OpenRuns | undefined; here?: string }) {
  const now = useServerNow();
  const clocks = (open?.runs ?? []).flatMap((run) =>
    run.clocks.map((clock) => ({ run, clock, key: keyOf(run.id, clock), standing: standingOf(clock, now) })),
  );
  clocks.sort((a, b) => a.standing.leftS - b.standing.leftS);
  useRinging(clocks.map(({ key, standing }) => [key, standing.level]));
  return (
    <Box
      component="section"
      aria-label="Running clocks"
      sx={{ display: 'flex', gap: 1, alignItems: 'stretch', flexWrap: 'wrap', mb: 1.5 }}
    >
      {clocks.length === 0 && (
        <Typography color="textSecondary" sx={{ alignSelf: 'center' }}>
          No clock is running.
        </Typography>
      )}
      {clocks.map(({ run, clock, key, standing }) => (
        <Box
          key={key}
          component={Link}
          to={`/projects/${run.projectId}/bench?run=${run.id}`}
          aria-current={run.id === here ? 'true' : undefined}
          sx={{
            display: 'block',
            minWidth: 190,
            px: 1.5,
            py: 0.75,
            border: run.id === here ? 2 : 1,
            borderColor: standing.tone === 'calm' ? 'divider' : toneColour[standing.tone],
            color: toneColour[standing.tone],
            textDecoration: 'none',
          }}
        >
          <Typography noWrap sx={{ fontSize: 13, maxWidth: 260 }}>
            {run.project}, {run.title.toLowerCase()}
          </Typography>
          <Typography variant="mono" component="div" sx={{ fontSize: 30, fontWeight: 650, lineHeight: 1.15 }}>
            {said(standing.leftS)}
          </Typography>
          <Typography noWrap sx={{ fontSize: 13, maxWidth: 260 }}>
            {nameOf(clock)}: {standing.says}
          </Typography>
        </Box>
      ))}
      <SoundSwitch />
    </Box>
  );
}

function SoundSwitch() {
  const sound = useSound();
  useEffect(() => {
    window.addEventListener('pointerdown', awaken, { once: true });
    window.addEventListener('keydown', awaken, { once: true });
    return () => {
      window.removeEventListener('pointerdown', awaken);
      window.removeEventListener('keydown', awaken);
    };
  }, []);
  return (
    <Button
      color={sound === 'on' ? 'inherit' : 'error'}
      onClick={() => turn(sound !== 'on')}
      sx={{ ml: 'auto', alignSelf: 'center', minHeight: 48 }}
    >
      Sound {sound}
    </Button>
  );
}

/** Rings once as a clock passes half, four fifths and its end; what had passed before this page was opened stays silent. */
function useRinging(levels: [key: string, level: Level][]) {
  const heard = useRef(new Map<string, Level>());
  useEffect(() => {
    for (const [key, level] of levels) {
      const before = heard.current.get(key);
      if (before !== undefined && level > before && level !== 0) ring(level);
      heard.current.set(key, level);
    }
  });
}
