import { expect, test } from 'vitest';
import { sections, whole } from './sections';

test.each(Object.entries(sections))(
  'the starting case of %s is whole, and not without any of what it asks',
  (_, section) => {
    expect(whole(section.start)).toBe(true);
    for (const [name] of section.asks)
      expect(whole({ ...section.start, [name]: name === 'loadN' ? 0 : null })).toBe(false);
  },
);
