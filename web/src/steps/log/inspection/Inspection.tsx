import { Alert, Box, Button, MenuItem, TextField, Typography } from '@mui/material';
import { lazy, Suspense, useState } from 'react';
import { useSearchParams } from 'react-router';
import type { InspectionItem, InspectionView, Spot } from '../../../app/api/types';
import { partApi } from '../../../shared/part/partApi';
import { useQuery } from '@tanstack/react-query';
import { ControlChart } from '../charts/ControlChart';
import { Told } from '../charts/Told';
import { type useInspection, useItemChart } from '../useInspection';
import { WorkingDrawer } from '../../../shared/WorkingDrawer';
import { EntryForm } from './EntryForm';
import { ItemForm } from './ItemForm';
import { ItemList } from './ItemList';
import { Questions } from './Questions';

const Pins = lazy(() => import('./Pins'));

interface Props {
  projectId: string;
  stretch: string | undefined;
  inspection: ReturnType<typeof useInspection>;
  data: InspectionView;
}

/** What is looked at, where on the model, what was measured, and what that says. */
export function Inspection({ projectId, stretch, inspection, data }: Props) {
  const [params, setParams] = useSearchParams();
  const { save, move, enter, read, decide } = inspection;
  const items = data.plan.value.items;
  const item = items.find((i) => i.id === params.get('item')) ?? items[0] ?? null;
  // Each mold and each cavity by itself, unless somebody strings them together.
  const tool = one(params.get('tool'), data.tools, data.tools.at(-1));
  const cavities = Array.from({ length: data.cavities }, (_, i) => i + 1);
  const cavity = one(params.get('cavity'), cavities, 1);
  const [placing, setPlacing] = useState(false);
  const [adding, setAdding] = useState(false);
  const [entry, setEntry] = useState<string | null>(null);
  const chart = useItemChart(projectId, stretch, item?.id ?? null, tool, cavity).data;
  const part = useQuery({
    queryKey: ['part', projectId],
    queryFn: ({ signal }) => partApi(projectId).read(signal),
  }).data?.value;
  const put = (name: string, value: string | null) =>
    setParams(
      (now) => {
        if (value === null) now.delete(name);
        else now.set(name, value);
        return now;
      },
      { replace: true },
    );
  const placed = (spot: Spot) => {
    if (!item) return;
    const second = item.kind === 'size' && item.from && !item.to;
    save.mutate(
      items.map((i) => (i.id === item.id ? { ...i, ...(second ? { to: spot } : { from: spot, to: null }) } : i)),
    );
    if (item.kind !== 'size' || second) setPlacing(false);
  };
  const error = save.error ?? move.error ?? enter.error ?? read.error ?? decide.error;
  const point = chart?.points.find((p) => p.entry === entry) ?? null;
  return (
    <>
      <Questions questions={data.questions} onDecide={decide.mutate} isPending={decide.isPending} />
      {error && <Alert severity="error">{error.message}</Alert>}
      <Box
        sx={{
          display: 'grid',
          gap: 3,
          gridTemplateColumns: { xs: 'minmax(0, 1fr)', md: 'minmax(0, 5fr) minmax(0, 7fr)' },
          mt: 1,
        }}
      >
        <div>
          {part?.hash && (
            <Suspense fallback={<Box sx={{ height: 320 }} />}>
              <Pins
                part={part}
                items={items}
                item={item}
                onPlace={placing ? placed : null}
                onItem={(id) => put('item', id)}
              />
            </Suspense>
          )}
          {item && part?.hash && (
            <Button size="small" aria-pressed={placing} onClick={() => setPlacing(!placing)}>
              {placing ? placingSays(item) : `Place “${item.name}” on the model`}
            </Button>
          )}
          <ItemList
            data={data}
            item={item}
            onItem={(id) => put('item', id)}
            onRemove={(id) => save.mutate(items.filter((i) => i.id !== id))}
          />
          <Box sx={{ display: 'flex', gap: 1.5, flexWrap: 'wrap', my: 1 }}>
            <Button size="small" aria-expanded={adding} onClick={() => setAdding(!adding)}>
              Look at something else
            </Button>
            {data.plan.canUndo && (
              <Button size="small" onClick={() => move.mutate('undo')}>
                Undo
              </Button>
            )}
            {data.plan.canRedo && (
              <Button size="small" onClick={() => move.mutate('redo')}>
                Redo
              </Button>
            )}
          </Box>
          {adding && (
            <ItemForm
              everyShots={data.everyShots}
              onDone={(added) => {
                save.mutate([...items, added], {
                  onSuccess: () => {
                    setAdding(false);
                    put('item', added.id);
                  },
                });
              }}
            />
          )}
        </div>
        {item && (
          <div>
            <Box sx={{ display: 'flex', gap: 2, alignItems: 'baseline', flexWrap: 'wrap' }}>
              <Typography variant="h2">{item.name}</Typography>
              <OneOf name="mold" numbers={data.tools} value={tool} onPick={(value) => put('tool', value)} />
              <OneOf name="cavity" numbers={cavities} value={cavity} onPick={(value) => put('cavity', value)} />
            </Box>
            {chart && (
              <>
                <Told chart={chart} />
                <ControlChart chart={chart} onPoint={setEntry} />
                <WorkingDrawer title={item.name} lines={chart.working} />
              </>
            )}
            <EntryForm
              key={`${item.id} ${point?.entry ?? ''}`}
              item={item}
              cavities={data.cavities}
              correcting={point}
              onStop={() => setEntry(null)}
              onEnter={(sent) => enter.mutateAsync([sent]).then(() => setEntry(null))}
              onTable={(file) => read.mutate(file)}
              tables={(form) =>
                `/api/projects/${projectId}/inspection/entries.${form}${stretch ? `?stretch=${stretch}` : ''}`
              }
            />
          </div>
        )}
      </Box>
    </>
  );
}

const ALL = 'all';

/** The one that is asked for, the usual one where nothing is asked, none where all are strung together. */
const one = (asked: string | null, numbers: readonly number[], usual: number | undefined): number | null =>
  asked === ALL || numbers.length < 2 ? null : (numbers.find((n) => n === Number(asked)) ?? usual ?? null);

interface OneOfProps {
  name: 'mold' | 'cavity';
  numbers: readonly number[];
  value: number | null;
  onPick: (value: string) => void;
}

function OneOf({ name, numbers, value, onPick }: OneOfProps) {
  if (numbers.length < 2) return null;
  return (
    <TextField
      select
      label={name === 'mold' ? 'Made with' : 'In'}
      value={value ?? ALL}
      onChange={(event) => onPick(event.target.value)}
      sx={{ minWidth: 140 }}
    >
      {numbers.map((number) => (
        <MenuItem key={number} value={String(number)}>
          {name} {number}
        </MenuItem>
      ))}
      <MenuItem value={ALL}>all {name === 'mold' ? 'molds' : 'cavities'}, strung together</MenuItem>
    </TextField>
  );
}

const placingSays = (item: InspectionItem) =>
  item.kind === 'size' && item.from && !item.to
    ? 'Pick the other end on the model, or leave it at one'
    : 'Pick the place on the model';
