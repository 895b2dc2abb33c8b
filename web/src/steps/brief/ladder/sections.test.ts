import { expect, test } from 'vitest';
import type { LadderRequest } from '../../../app/api/types';
import { blank, sections, whole } from './sections';

test('every section starts empty and is whole once each of its dimensions is given', () => {
  for (const [id, { asks }] of Object.entries(sections)) {
    const empty = blank(id as LadderRequest['section']);
    expect(whole(empty)).toBe(false);
    const given = Object.fromEntries(asks.map(([name]) => [name, 2]));
    expect(whole({ ...empty, ...given })).toBe(true);
    const [first] = asks[0]!;
    expect(whole({ ...empty, ...given, [first]: 0 })).toBe(false);
  }
});
