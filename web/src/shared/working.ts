import type { WorkLine } from '../app/api/types';
import { said } from './format';

/** A line and all it goes on from, in the order they are used. */
export function chainOf(line: WorkLine, lines: readonly WorkLine[]): WorkLine[] {
  const ids = new Set<string>();
  const take = (at: WorkLine) => {
    if (ids.has(at.id)) return;
    ids.add(at.id);
    for (const { from } of at.inputs) {
      const before = from && lines.find((l) => l.id === from);
      if (before) take(before);
    }
  };
  take(line);
  return lines.filter((l) => ids.has(l.id));
}

/** A line to put into a letter: formula, numbers, source. */
export const asText = (line: WorkLine): string =>
  [`${line.name}: ${said(line.value, line.unit, 6)}`, line.formula, line.numbers, `Source: ${line.source}`]
    .filter(Boolean)
    .join('\n');

const quoted = (text: string) => `"${text.replaceAll('"', '""')}"`;

/** The whole working as a table that any sheet opens. */
export function asCsv(lines: readonly WorkLine[]): string {
  const rows = lines.map(({ name, formula, numbers, value, unit, source, kind }) => {
    const { low, likely, high } = typeof value === 'number' ? { low: value, likely: value, high: value } : value;
    return [
      quoted(name),
      quoted(formula),
      quoted(numbers ?? ''),
      low,
      likely,
      high,
      quoted(unit),
      kind,
      quoted(source),
    ];
  });
  return [['name', 'formula', 'numbers', 'low', 'likely', 'high', 'unit', 'kind', 'source'], ...rows]
    .map((row) => row.join(','))
    .join('\r\n');
}
