import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useCallback, useState } from 'react';
import { client, type Problem, unwrap } from '../app/api/client';
import type { DeviceNow } from '../app/api/types';
import { useLive } from './live';

/** A value and when it came, in milliseconds of this page. */
export interface Heard {
  at: number;
  value: number;
}

const KEPT = 3000;
const curves = new Map<string, Heard[]>();

/** What a device has sent since this page listens, the last some minutes of it. */
export const curveOf = (id: string): readonly Heard[] => curves.get(id) ?? [];

function remember({ id, reading }: DeviceNow) {
  if (reading?.value == null) return;
  const curve = curves.get(id) ?? [];
  curve.push({ at: performance.now(), value: reading.value });
  if (curve.length > KEPT) curve.splice(0, curve.length - KEPT);
  curves.set(id, curve);
}

/** The shop’s devices as they stand, kept up to date by what the server hears. */
export function useDevices() {
  const queries = useQueryClient();
  const heard = useCallback(
    (device: DeviceNow) => {
      remember(device);
      queries.setQueryData<DeviceNow[]>(['devices'], (all) => all?.map((d) => (d.id === device.id ? device : d)));
    },
    [queries],
  );
  useLive('device', heard);
  return useQuery<DeviceNow[], Problem>({
    queryKey: ['devices'],
    queryFn: ({ signal }) => unwrap(client.GET('/api/devices', { signal })),
  });
}

/** Tells a device to do something; what it could not, in words. */
export function useTelling(id: string | undefined) {
  const [refusal, setRefusal] = useState<string | null>(null);
  const tell = async (command: Record<string, unknown>) => {
    if (id === undefined) return;
    try {
      const params = { path: { device: id } };
      const { isDone, says } = await unwrap(
        client.POST('/api/devices/{device}/do', { params, body: command as never }),
      );
      setRefusal(isDone ? null : says);
    } catch (cause) {
      setRefusal(cause instanceof Error ? cause.message : 'It could not be told.');
    }
  };
  return { tell, refusal };
}
