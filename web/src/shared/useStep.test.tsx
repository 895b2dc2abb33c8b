import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { act, cleanup, renderHook, waitFor } from '@testing-library/react';
import { expect, test, vi } from 'vitest';
import { Problem } from '../app/api/client';
import type { Versioned } from '../app/api/types';
import { holds, sameContent } from './saving/sameContent';
import { unsentDocuments } from './saving/savers';
import { type StepApi, useStep } from './useStep';

interface Note {
  text: string;
  count: number;
}

/** A server of one document with states to go back to, as the real one keeps them. */
function server(start: Note = { text: 'first', count: 1 }) {
  let states = [start];
  let cursor = 0;
  let version = 1;
  const now = (): Versioned<Note> => ({
    value: states[cursor]!,
    version,
    canUndo: cursor > 0,
    canRedo: cursor < states.length - 1,
  });
  const guarded = (from: number, change: () => void) => {
    if (from !== version)
      throw new Problem(409, 'conflict', 'changed elsewhere', undefined, { version, value: states[cursor] });
    change();
    version++;
    return now();
  };
  const api = {
    read: vi.fn(async () => now()),
    save: vi.fn(async (save: { value: Note; version: number }) =>
      guarded(save.version, () => {
        states = [...states.slice(0, cursor + 1), save.value];
        cursor++;
      }),
    ),
    undo: vi.fn(async (from: number) => guarded(from, () => (cursor = Math.max(0, cursor - 1)))),
    redo: vi.fn(async (from: number) => guarded(from, () => (cursor = Math.min(states.length - 1, cursor + 1)))),
    of: (answer: Versioned<Note>) => answer,
  } satisfies StepApi<Note, Versioned<Note>>;
  const elsewhere = (value: Note) => guarded(version, () => (states = [...states, value]) && cursor++);
  return { api, now, elsewhere };
}

async function open(api: StepApi<Note, Versioned<Note>>, client = newClient()) {
  const wrapper = ({ children }: { children: React.ReactNode }) => (
    <QueryClientProvider client={client}>{children}</QueryClientProvider>
  );
  const hook = renderHook(() => useStep(['note', 'p'], api), { wrapper });
  await waitFor(() => expect(hook.result.current.document).toBeDefined());
  return { ...hook, client };
}

const newClient = () => new QueryClient({ defaultOptions: { queries: { retry: false } } });

test('quick changes are saved once, with the last value', async () => {
  const { api, now } = server();
  const { result } = await open(api);
  act(() => {
    for (const text of ['a', 'ab', 'abc']) result.current.change({ text, count: 1 });
  });
  await waitFor(() => expect(now().value.text).toBe('abc'));
  expect(api.save).toHaveBeenCalledTimes(1);
  await waitFor(() => expect(result.current.document?.version).toBe(2));
  expect(result.current.problem).toBeNull();
});

test('a change made while one is being saved goes out after it, from its version', async () => {
  const { api, now } = server();
  let release = () => {};
  const save = api.save.getMockImplementation()!;
  api.save.mockImplementationOnce(async (change) => {
    await new Promise<void>((go) => (release = go));
    return save(change);
  });
  const { result } = await open(api);
  act(() => result.current.change({ text: 'one', count: 1 }));
  await waitFor(() => expect(api.save).toHaveBeenCalledTimes(1));
  act(() => result.current.change({ text: 'two', count: 1 }));
  await new Promise((rest) => setTimeout(rest, 500));
  expect(api.save).toHaveBeenCalledTimes(1);
  act(() => release());
  await waitFor(() => expect(now().value.text).toBe('two'));
  expect(api.save.mock.calls[1]![0].version).toBe(2);
});

test('undo waits for what is typed, then goes back, and says that the form starts over', async () => {
  const { api, now } = server();
  const { result } = await open(api);
  act(() => result.current.change({ text: 'typed', count: 1 }));
  const before = result.current.generation;
  act(() => result.current.undo());
  await waitFor(() => expect(result.current.generation).toBe(before + 1));
  expect(now().value.text).toBe('first');
  expect(result.current.document?.canRedo).toBe(true);
  act(() => result.current.redo());
  await waitFor(() => expect(now().value.text).toBe('typed'));
});

test('a conflict keeps both sides until one is chosen', async () => {
  const { api, now, elsewhere } = server();
  const { result } = await open(api);
  elsewhere({ text: 'theirs', count: 5 });
  act(() => result.current.change({ text: 'mine', count: 1 }));
  await waitFor(() => expect(result.current.conflict).not.toBeNull());
  expect(result.current.conflict!.mine.text).toBe('mine');
  expect(result.current.conflict!.theirs.value).toEqual({ text: 'theirs', count: 5 });
  expect(now().value.text).toBe('theirs');
  act(() => result.current.resolve({ text: 'mine', count: 5 }));
  await waitFor(() => expect(now().value).toEqual({ text: 'mine', count: 5 }));
  expect(result.current.conflict).toBeNull();
});

test('a refusal is shown with what was typed and goes away with the next good save', async () => {
  const { api } = server();
  api.save.mockRejectedValueOnce(new Problem(422, 'input.out-of-range', 'too much', 'count'));
  const { result } = await open(api);
  act(() => result.current.change({ text: 'x', count: 999 }));
  await waitFor(() => expect(result.current.problem?.field).toBe('count'));
  act(() => result.current.change({ text: 'x', count: 2 }));
  await waitFor(() => expect(result.current.problem).toBeNull());
  expect(result.current.document?.value.count).toBe(2);
});

test('when the server is away the change is kept and sent again', async () => {
  const { api, now } = server();
  api.save.mockRejectedValueOnce(new Problem(0, 'offline', 'no answer'));
  const { result } = await open(api);
  act(() => result.current.change({ text: 'patient', count: 1 }));
  await waitFor(() => expect(result.current.problem?.code).toBe('offline'));
  await waitFor(() => expect(now().value.text).toBe('patient'), { timeout: 5000 });
});

test('leaving the page sends what is unsent, to outlive it', async () => {
  const { api, now } = server();
  const { result, unmount } = await open(api);
  act(() => result.current.change({ text: 'last words', count: 1 }));
  act(() => void window.dispatchEvent(new Event('pagehide')));
  await waitFor(() => expect(now().value.text).toBe('last words'));
  expect(api.save).toHaveBeenLastCalledWith(expect.anything(), true);
  expect(localStorage).toHaveLength(0);
  act(() => result.current.change({ text: 'even later', count: 1 }));
  unmount();
  await waitFor(() => expect(now().value.text).toBe('even later'));
});

test.each([500, 503, 429])('a save answered %i is kept, said and sent again', async (status) => {
  const { api, now } = server();
  api.save.mockRejectedValueOnce(new Problem(status, 'server.failed', 'not now'));
  const { result } = await open(api);
  act(() => result.current.change({ text: 'kept', count: 1 }));
  await waitFor(() => expect(result.current.phase).toBe('late'));
  expect(result.current.document?.value.text).toBe('kept');
  await waitFor(() => expect(now().value.text).toBe('kept'), { timeout: 5000 });
  await waitFor(() => expect(result.current.phase).toBe('rest'));
  expect(result.current.problem).toBeNull();
});

test('a save that arrived although its answer did not is no conflict, nor is what is typed after it', async () => {
  const { api, now } = server();
  const save = api.save.getMockImplementation()!;
  api.save.mockImplementationOnce(async (change) => {
    await save(change);
    throw new Problem(0, 'offline', 'no answer');
  });
  const { result } = await open(api);
  act(() => result.current.change({ text: 'arrived', count: 1 }));
  await waitFor(() => expect(result.current.phase).toBe('late'));
  act(() => result.current.change({ text: 'arrived, and more', count: 1 }));
  await waitFor(() => expect(now().value.text).toBe('arrived, and more'), { timeout: 5000 });
  await waitFor(() => expect(result.current.phase).toBe('rest'));
  expect(result.current.conflict).toBeNull();
  expect(now().version).toBe(3);
});

test('under what is being typed the version stays the one it was made on', async () => {
  const { api, now, elsewhere } = server();
  const { result, client } = await open(api);
  act(() => result.current.change({ text: 'mine', count: 1 }));
  elsewhere({ text: 'theirs', count: 5 });
  await act(() => client.refetchQueries({ queryKey: ['note', 'p'] }));
  await waitFor(() => expect(result.current.conflict).not.toBeNull());
  expect(now().value.text).toBe('theirs');
});

test('a form at rest starts over from what another window saved', async () => {
  const { api, elsewhere } = server();
  const { result, client } = await open(api);
  elsewhere({ text: 'theirs', count: 5 });
  await act(() => client.refetchQueries({ queryKey: ['note', 'p'] }));
  await waitFor(() => expect(result.current.generation).toBe(1));
  expect(result.current.document?.value.text).toBe('theirs');
});

test('an answer that was on its way while a save went through does not stand over it', async () => {
  const { api, now } = server();
  const { result, client } = await open(api);
  const old = now();
  let release = () => {};
  api.read.mockImplementationOnce(async () => {
    await new Promise<void>((go) => (release = go));
    return old;
  });
  void client.refetchQueries({ queryKey: ['note', 'p'] });
  act(() => result.current.change({ text: 'fresh', count: 1 }));
  await waitFor(() => expect(now().value.text).toBe('fresh'));
  await act(async () => release());
  expect(result.current.document?.value.text).toBe('fresh');
});

test('what a closed page could not send is sent by the next one', async () => {
  const { api, now } = server();
  api.save.mockRejectedValue(new Problem(0, 'offline', 'no answer'));
  const { result } = await open(api);
  act(() => result.current.change({ text: 'for later', count: 1 }));
  await waitFor(() => expect(result.current.phase).toBe('late'));
  act(() => void window.dispatchEvent(new Event('pagehide')));
  expect(localStorage).toHaveLength(1);
  cleanup();
  const again = server();
  const { result: next } = await open(again.api, newClient());
  await waitFor(() => expect(again.now().value.text).toBe('for later'));
  await waitFor(() => expect(next.current.generation).toBe(1));
  expect(now().value.text).toBe('first');
  expect(localStorage).toHaveLength(0);
});

test('a page that is left is told of until its change is saved', async () => {
  const { api, now } = server();
  api.save.mockRejectedValueOnce(new Problem(503, 'server.busy', 'not now'));
  const { result, unmount } = await open(api);
  act(() => result.current.change({ text: 'left behind', count: 1 }));
  await waitFor(() => expect(result.current.phase).toBe('late'));
  unmount();
  expect(unsentDocuments.now()).toEqual([['note', 'p']]);
  await waitFor(() => expect(now().value.text).toBe('left behind'), { timeout: 5000 });
  await waitFor(() => expect(unsentDocuments.now()).toEqual([]));
});

test('there is nothing to undo on a step never saved, and nothing is asked of the server', async () => {
  const { api } = server();
  const { result } = await open(api);
  await act(async () => result.current.undo());
  expect(api.undo).not.toHaveBeenCalled();
});

test('contents are the same when they say the same', () => {
  expect(sameContent({ a: 1, b: null, c: [{ d: 2 }] }, { c: [{ d: 2, e: undefined }], a: 1 })).toBe(true);
  expect(sameContent({ a: [1, 2] }, { a: [1] })).toBe(false);
  expect(sameContent({ a: {} }, { a: [] })).toBe(false);
  expect(holds({ a: 1, more: 2 }, { a: 1, none: null })).toBe(true);
  expect(holds({ a: 1 }, { a: 0 })).toBe(false);
});
