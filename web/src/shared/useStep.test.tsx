import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { act, cleanup, renderHook, waitFor } from '@testing-library/react';
import { afterEach, expect, test, vi } from 'vitest';
import { Problem } from '../app/api/client';
import type { Versioned } from '../app/api/types';
import { type StepApi, useStep } from './useStep';

interface Note {
  text: string;
  count: number;
}

afterEach(cleanup);

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

async function open(api: StepApi<Note, Versioned<Note>>) {
  const client = new QueryClient({ defaultOptions: { queries: { retry: false } } });
  const wrapper = ({ children }: { children: React.ReactNode }) => (
    <QueryClientProvider client={client}>{children}</QueryClientProvider>
  );
  const hook = renderHook(() => useStep(['note', 'p'], api), { wrapper });
  await waitFor(() => expect(hook.result.current.document).toBeDefined());
  return hook;
}

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
  act(() => result.current.change({ text: 'even later', count: 1 }));
  unmount();
  await waitFor(() => expect(now().value.text).toBe('even later'));
});
