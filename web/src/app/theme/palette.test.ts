import { describe, expect, it } from 'vitest';
import { day, night } from './palette';

/** Relative luminance and contrast as WCAG 2 defines them. */
const luminance = (hex: string) =>
  [1, 3, 5]
    .map((at) => parseInt(hex.slice(at, at + 2), 16) / 255)
    .map((c) => (c <= 0.04045 ? c / 12.92 : ((c + 0.055) / 1.055) ** 2.4))
    .reduce((sum, c, i) => sum + c * [0.2126, 0.7152, 0.0722][i]!, 0);

const contrast = (one: string, other: string) => {
  const [light, dark] = [luminance(one), luminance(other)].sort((a, b) => b - a) as [number, number];
  return (light + 0.05) / (dark + 0.05);
};

describe.each([
  ['day', day],
  ['night', night],
])('by %s', (_, colours) => {
  it.each(['ink', 'faint', 'acting', 'attention', 'risk'] as const)('%s is read on ground and sheet', (name) => {
    expect(contrast(colours[name], colours.ground)).toBeGreaterThan(4.5);
    expect(contrast(colours[name], colours.sheet)).toBeGreaterThan(4.5);
  });

  it('a pressed button is read', () => expect(contrast(colours.onActing, colours.acting)).toBeGreaterThan(4.5));

  it.each(colours.lines)('a line in %s is told from the sheet', (line) =>
    expect(contrast(line, colours.sheet)).toBeGreaterThan(3),
  );
});
