import { Box, Button, Typography } from '@mui/material';
import { useEffect, useRef } from 'react';
import { Link } from 'react-router';
import type { OpenRuns } from '../../app/api/types';
import { number } from '../../shared/format';
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
      <Alarms open={open} />
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

const RING_AGAIN_MS = 15_000;

/** What is lost while something depends on it: said first, and called out until it holds again. */
function Alarms({ open }: { open: OpenRuns | undefined }) {
  const lost = (open?.runs ?? []).flatMap((run) => run.alarms.map((alarm) => ({ run, alarm })));
  const isLost = lost.length > 0;
  useEffect(() => {
    if (!isLost) return;
    ring('lost');
    const timer = setInterval(() => ring('lost'), RING_AGAIN_MS);
    return () => clearInterval(timer);
  }, [isLost]);
  return lost.map(({ run, alarm }) => (
    <Box
      key={`${run.id} ${alarm.operation} ${alarm.ask}`}
      component={Link}
      to={`/projects/${run.projectId}/bench?run=${run.id}&op=${alarm.operation}`}
      role="alert"
      sx={{
        display: 'block',
        minWidth: 190,
        px: 1.5,
        py: 0.75,
        border: 2,
        borderColor: 'error.main',
        backgroundColor: 'error.main',
        color: 'error.contrastText',
        textDecoration: 'none',
      }}
    >
      <Typography noWrap sx={{ fontSize: 13, maxWidth: 260 }}>
        {run.project}, {run.title.toLowerCase()}
      </Typography>
      <Typography sx={{ fontSize: 22, fontWeight: 700, lineHeight: 1.2 }}>
        {alarm.value === null ? 'Not heard' : 'Lost'}: {alarm.device}
      </Typography>
      <Typography noWrap sx={{ fontSize: 13, maxWidth: 260 }}>
        {alarm.what}
        {alarm.value !== null && `: ${number(alarm.value)} ${alarm.unit}`}
      </Typography>
    </Box>
  ));
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
