import type { QueryClient, QueryKey } from '@tanstack/react-query';
import { Saver, type StepApi } from './Saver';

/* eslint-disable-next-line @typescript-eslint/no-explicit-any -- savers of every document stand side by side here */
type AnySaver = Saver<any, any>;

const ofClient = new WeakMap<QueryClient, Map<string, AnySaver>>();
const listeners = new Set<() => void>();
let unsent: readonly QueryKey[] = [];

/** The one saver of a document; it stays while something of it is unsent, also when its page is left. */
export function saverOf<T extends object, A>(client: QueryClient, key: QueryKey, api: StepApi<T, A>): Saver<T, A> {
  const savers = ofClient.get(client) ?? new Map<string, AnySaver>();
  ofClient.set(client, savers);
  const name = key.join('/');
  const known = savers.get(name) as Saver<T, A> | undefined;
  if (known) return known;
  const saver = new Saver(client, key, api);
  savers.set(name, saver);
  saver.listenAlways(() => {
    if (saver.isWatched || saver.now().phase !== 'rest') savers.set(name, saver);
    else savers.delete(name);
    tell(savers);
  });
  return saver;
}

/** Documents whose changes are not known to be saved although nothing is being typed. */
export const unsentDocuments = {
  subscribe: (listener: () => void) => {
    listeners.add(listener);
    return () => {
      listeners.delete(listener);
    };
  },
  now: () => unsent,
};

function tell(savers: Map<string, AnySaver>) {
  const now = [...savers.values()].filter((s) => ['late', 'conflict'].includes(s.now().phase)).map((s) => s.key);
  if (now.join() === unsent.join()) return;
  unsent = now;
  for (const listener of [...listeners]) listener();
}
