import type { HubConnection } from '@microsoft/signalr';
import { useQueryClient } from '@tanstack/react-query';
import { useEffect, useSyncExternalStore } from 'react';

/**
 * What the server tells every open page: a run changed (its id, its project’s), a device was heard, a better schedule was found, a
 * supplier was asked or said something (the project’s id).
 */
export type LiveEvent = 'run' | 'device' | 'schedule' | 'supplier';

type Heard = (...told: never[]) => void;

let line: HubConnection | null = null;
let isOpen = false;
const watchers = new Set<() => void>();
const listeners = new Map<LiveEvent, Set<Heard>>([
  ['run', new Set()],
  ['device', new Set()],
  ['schedule', new Set()],
  ['supplier', new Set()],
]);

function become(open: boolean) {
  isOpen = open;
  for (const watcher of watchers) watcher();
}

const AGAIN = [0, 500, 1000, 2000, 5000];

async function open() {
  const { HubConnectionBuilder, LogLevel } = await import('@microsoft/signalr');
  if (line) return;
  line = new HubConnectionBuilder()
    .withUrl('/live')
    .withAutomaticReconnect({ nextRetryDelayInMilliseconds: ({ previousRetryCount: n }) => AGAIN[n] ?? 5000 })
    .configureLogging(LogLevel.None)
    .build();
  for (const [event, heard] of listeners)
    line.on(event, (...told: never[]) => {
      for (const listener of heard) listener(...told);
    });
  line.onreconnecting(() => become(false));
  line.onreconnected(() => become(true));
  await begin(line);
}

async function begin(connection: HubConnection) {
  try {
    await connection.start();
    become(true);
  } catch {
    setTimeout(() => void begin(connection), 2000);
  }
}

/** Listens as long as it is drawn; the line itself is opened once and stays. */
export function useLive(event: LiveEvent, heard: Heard) {
  useEffect(() => {
    listeners.get(event)!.add(heard);
    void open();
    return () => {
      listeners.get(event)!.delete(heard);
    };
  }, [event, heard]);
}

const subscribe = (watcher: () => void) => {
  watchers.add(watcher);
  return () => watchers.delete(watcher);
};

/** Whether the server can tell this page anything; after a gap everything it told meanwhile is asked for. */
export function useIsLive(): boolean {
  const open = useSyncExternalStore(subscribe, () => isOpen);
  const queries = useQueryClient();
  useEffect(() => {
    if (open)
      void queries.invalidateQueries({
        predicate: ({ queryKey: [of] }) => of === 'run' || of === 'runs' || of === 'bench' || of === 'devices',
      });
  }, [open, queries]);
  return open;
}
