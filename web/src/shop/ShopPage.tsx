import { zodResolver } from '@hookform/resolvers/zod';
import { Box, Stack, Tab, Tabs, Typography } from '@mui/material';
import { useCallback } from 'react';
import { FormProvider, useForm } from 'react-hook-form';
import { useSearchParams } from 'react-router';
import { client, unwrap } from '../app/api/client';
import type { Shop, Versioned } from '../app/api/types';
import { useEachChange } from '../shared/formFields';
import { Refusal } from '../shared/Refusal';
import { SaveState } from '../shared/SaveState';
import { useAddress } from '../shared/useAddress';
import { type Step, type StepApi, useStep } from '../shared/useStep';
import { Calendar } from './Calendar';
import { Devices } from './Devices';
import { Equipment } from './Equipment';
import { People } from './People';
import { labels, shopSchema } from './shopForm';

const shopApi: StepApi<Shop, Versioned<Shop>> = {
  read: (signal) => unwrap(client.GET('/api/shop', { signal })),
  save: (body, keepalive) => unwrap(client.PUT('/api/shop', { body, keepalive })),
  undo: (version) => unwrap(client.POST('/api/shop/undo', { body: { version } })),
  redo: (version) => unwrap(client.POST('/api/shop/redo', { body: { version } })),
  of: (answer) => answer,
};

const rooms = { people: People, equipment: Equipment, calendar: Calendar, devices: Devices } as const;
type Room = keyof typeof rooms;

/** Who works here, with what, when, and what readings come from. */
export function ShopPage() {
  const step = useStep(['shop'], shopApi);
  if (step.failure) return <Refusal problem={step.failure} to="/" act="All projects" />;
  if (!step.document) return null;
  const { people, machines, devices } = step.document.value;
  return (
    <>
      <Stack direction="row" sx={{ alignItems: 'center', flexWrap: 'wrap', gap: 1 }}>
        <Typography variant="h1" sx={{ flex: 1 }}>
          Shop
        </Typography>
        <SaveState step={step} labels={labels} />
      </Stack>
      <Typography color="textSecondary" sx={{ mb: 1 }}>
        {people.length + machines.length + devices.length === 0
          ? 'Say who works here and with what: plans then keep to it, briefs choose from it, and the bench carries names.'
          : 'Briefs choose their equipment from here, the schedule shares it out, and what is done at the bench carries these names.'}
      </Typography>
      <ShopForm key={step.generation} step={step} shop={step.document.value} />
    </>
  );
}

function ShopForm({ step, shop }: { step: Step<Shop, Versioned<Shop>>; shop: Shop }) {
  const [search] = useSearchParams();
  const go = useAddress();
  const asked = search.get('room') as Room | null;
  const room: Room = asked && asked in rooms ? asked : 'people';
  const Shown = rooms[room];
  const form = useForm<Shop>({ defaultValues: shop, resolver: zodResolver(shopSchema), mode: 'onChange' });
  const { change } = step;
  const changeWhole = useCallback(
    (values: Shop) => {
      const whole = shopSchema.safeParse(values);
      if (whole.success) change(whole.data);
    },
    [change],
  );
  useEachChange(form, changeWhole);
  return (
    <FormProvider {...form}>
      <Tabs value={room} onChange={(_, to: Room) => go({ room: to })} aria-label="Rooms of the shop" sx={{ mb: 1 }}>
        <Tab value="people" label={`People (${shop.people.length})`} />
        <Tab value="equipment" label={`Equipment (${shop.machines.length})`} />
        <Tab value="calendar" label="Calendar" />
        <Tab value="devices" label={`Devices (${shop.devices.length})`} />
      </Tabs>
      <Box component="form" noValidate onSubmit={(event) => event.preventDefault()}>
        <Shown problem={step.problem} />
      </Box>
    </FormProvider>
  );
}
