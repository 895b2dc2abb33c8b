import { Alert, Box, Button, Link as MuiLink, Stack, TextField, Typography } from '@mui/material';
import { useState } from 'react';
import { Link, useSearchParams } from 'react-router';
import type { Commitments, ScheduleView, Shop, ShopSlot } from '../../app/api/types';
import { useInk } from '../../app/theme/useInk';
import { date, number } from '../../shared/format';
import { Refusal } from '../../shared/Refusal';
import { SaveState } from '../../shared/SaveState';
import { useAddress } from '../../shared/useAddress';
import { useShop } from '../../shared/useShop';
import { useWeek } from '../../shared/useWeek';
import { LaneChart } from './LaneChart';
import { isSame, keyOf, lanesOf, localOf, midnightOf, minuteOf } from './lanes';

const labels = { jobs: 'Jobs', pins: 'Pins' };
const DAYS = 7;

/** All the shop has committed itself to, laid out over people and equipment. */
export function WeekPage() {
  const step = useWeek();
  const shop = useShop().data?.value;
  if (step.failure) return <Refusal problem={step.failure} to="/" act="All projects" />;
  if (!step.answer || !step.document || !shop) return null;
  return (
    <>
      <Stack direction="row" sx={{ alignItems: 'center', flexWrap: 'wrap', gap: 1 }}>
        <Typography variant="h1" sx={{ flex: 1 }}>
          The shop’s week
        </Typography>
        <Button href="/api/shop/schedule.csv">CSV</Button>
        <Button href="/api/shop/schedule.ics">Calendar</Button>
        <SaveState step={step} labels={labels} />
      </Stack>
      {step.answer.jobs.length === 0 ? (
        <Typography sx={{ py: 2, maxWidth: 640 }}>
          Nothing is committed yet. Put a plan into the week on its Plan page: its operations then share people, pot,
          chamber and ovens with all others.
        </Typography>
      ) : (
        <Laid view={step.answer} shop={shop} commitments={step.document.value} onChange={step.change} />
      )}
    </>
  );
}

interface Props {
  view: ScheduleView;
  shop: Shop;
  commitments: Commitments;
  onChange: (value: Commitments) => void;
}

function Laid({ view, shop, commitments, onChange }: Props) {
  const [params] = useSearchParams();
  const go = useAddress();
  const [chosen, setChosen] = useState<ShopSlot | null>(null);
  const from = midnightOf(params.get('from') ?? view.now);
  const order = view.jobs.map((j) => j.id);
  const lanes = lanesOf(view, shop, from, from + DAYS * 1440);
  const pin = (slot: ShopSlot, start: string | null) => {
    const others = commitments.pins.filter((p) => !isSame(p, slot));
    const { job, piece, operation } = slot;
    onChange({ ...commitments, pins: start === null ? others : [...others, { job, piece, operation, start }] });
    setChosen(null);
  };
  const move = (days: number) => go({ from: localOf(from + days * 1440).slice(0, 10) });
  return (
    <>
      <Jobs view={view} commitments={commitments} onChange={onChange} />
      <Box sx={{ display: 'flex', gap: 1, alignItems: 'center', mt: 2, mb: 1, flexWrap: 'wrap' }}>
        <Button onClick={() => move(-7)}>Seven days before</Button>
        <Button onClick={() => go({ from: null })}>From today</Button>
        <Button onClick={() => move(7)}>Seven days on</Button>
        <Typography color="textSecondary" role="status" sx={{ flex: 1 }}>
          Filled: hands. Pale: kept busy. {view.isLookedOn ? 'Still looking for a better one …' : ''}
        </Typography>
      </Box>
      {lanes.length === 0 ? (
        <Typography>Nothing is to be done in this week.</Typography>
      ) : (
        <LaneChart
          lanes={lanes}
          from={from}
          days={DAYS}
          now={minuteOf(view.now)}
          colourOf={(job) => order.indexOf(job)}
          chosen={chosen}
          onChoose={setChosen}
          onDrop={pin}
        />
      )}
      {chosen && (
        <Chosen
          key={keyOf(chosen)}
          slot={chosen}
          title={view.jobs.find((j) => j.id === chosen.job)?.title ?? ''}
          who={shop.people.find((p) => p.id === chosen.person)?.name}
          onPin={(start) => pin(chosen, start)}
        />
      )}
    </>
  );
}

function Jobs({ view, commitments, onChange }: Omit<Props, 'shop'>) {
  const ink = useInk();
  return (
    <Box component="section" aria-label="Jobs" sx={{ mt: 1 }}>
      {view.jobs.map((job, i) => {
        const done = view.schedule.jobs.find((d) => d.job === job.id);
        return (
          <Box
            key={job.id}
            sx={{
              display: 'flex',
              gap: 1.5,
              alignItems: 'baseline',
              borderTop: 1,
              borderColor: 'divider',
              py: 0.5,
              flexWrap: 'wrap',
            }}
          >
            <Box
              aria-hidden
              sx={{ width: 14, height: 14, alignSelf: 'center', backgroundColor: ink.lines[i % ink.lines.length] }}
            />
            <MuiLink
              component={Link}
              to={`/projects/${job.projectId}/plan?stretch=${job.stretch}`}
              sx={{ fontWeight: 600, minWidth: 190 }}
            >
              {job.title}
            </MuiLink>
            <Typography sx={{ flex: 1 }} color={job.problem || done?.daysLate ? 'error' : 'textPrimary'}>
              {job.problem ?? (done && saidOf(done))}
            </Typography>
            <Button
              color="inherit"
              aria-label={`Take ${job.title} out`}
              onClick={() => onChange({ ...commitments, jobs: commitments.jobs.filter((j) => j.id !== job.id) })}
            >
              Take out
            </Button>
          </Box>
        );
      })}
      {[...view.schedule.collisions, ...view.late].map((collision) => (
        <Alert key={`${collision.code} ${collision.job}`} severity="warning" sx={{ mt: 1 }}>
          {collision.text}
          <Box component="ul" sx={{ m: 0, pl: 2.5 }}>
            {collision.frees.map((free) => (
              <li key={free}>{free}</li>
            ))}
          </Box>
        </Alert>
      ))}
      {view.pushes.map((push) => {
        const [pushed, by] = [push.job, push.by].map((id) => view.jobs.find((j) => j.id === id)?.title);
        return (
          <Typography key={push.job} color="warning">
            {by} pushes {pushed} from {date(push.without)} to {date(push.with)}.
          </Typography>
        );
      })}
      {view.schedule.missing.length > 0 && (
        <Typography color="warning">
          The shop names no {view.schedule.missing.join(', ')}: taken to be free at any time.{' '}
          <MuiLink component={Link} to="/shop?room=equipment">
            Equipment
          </MuiLink>
        </Typography>
      )}
    </Box>
  );
}

interface ChosenProps {
  slot: ShopSlot;
  title: string;
  who: string | undefined;
  onPin: (start: string | null) => void;
}

function Chosen({ slot, title, who, onPin }: ChosenProps) {
  const [start, setStart] = useState(slot.start.slice(0, 16));
  return (
    <Box
      component="form"
      aria-label="The chosen operation"
      sx={{ display: 'flex', gap: 2, alignItems: 'flex-end', flexWrap: 'wrap', mt: 2 }}
      onSubmit={(event) => {
        event.preventDefault();
        onPin(`${start}:00`);
      }}
    >
      <Typography sx={{ flexBasis: { md: 420 } }}>
        <b>{slot.name}</b>, {title}
        {slot.piece.shot ? `, shot ${slot.piece.shot}` : ''}
        {slot.piece.tool ? `, tool ${slot.piece.tool}` : ''}
        {who ? `, by ${who}` : ''}. {slot.start.slice(0, 16).replace('T', ' ')} to{' '}
        {slot.end.slice(0, 16).replace('T', ' ')}
        {slot.hasBegun && '. It is under way and stays.'}
      </Typography>
      {!slot.hasBegun && (
        <>
          <TextField
            type="datetime-local"
            label="Not before"
            value={start}
            onChange={(event) => setStart(event.target.value)}
            sx={{ width: 210 }}
          />
          <Button type="submit" variant="outlined" disabled={start === ''}>
            Pin it there
          </Button>
          {slot.isPinned && <Button onClick={() => onPin(null)}>Let go</Button>}
        </>
      )}
    </Box>
  );
}

/** How far a stretch is: what is left, when it is done, and whether that is in time. */
const saidOf = (job: ScheduleView['schedule']['jobs'][number]) =>
  [
    `${job.shotsLeft} to make, done ${date(job.done)}`,
    job.wantedBy ? `, wanted ${date(job.wantedBy)}` : '',
    job.daysLate ? `: ${number(job.daysLate)} working days late` : '',
    job.shotsLaidOut < job.shotsLeft ? `; the first ${job.shotsLaidOut} exactly, the rest at their pace` : '',
  ].join('');
