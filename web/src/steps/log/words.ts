import type { InspectionItem } from '../../app/api/types';
import { number } from '../../shared/format';

export const gauges: Record<InspectionItem['gauge'], string> = {
  calliper: 'calliper',
  micrometer: 'micrometer',
  heightGauge: 'height gauge',
  pinGauge: 'pin gauge',
  projector: 'projector',
  coordinateMachine: 'coordinate machine',
  durometer: 'hardness tester',
  eye: 'eye',
};

/** What chance alone would hardly make, as people say it. */
export const rules: Record<string, string> = {
  beyond: 'beyond the limits',
  'eight-one-side': 'eight in a row on one side',
  'six-trend': 'six in a row rising or falling',
  'two-of-three': 'two of three far out on one side',
  'four-of-five': 'four of five out on one side',
};

export const limits = ({ kind, lower, upper, unit = '' }: InspectionItem): string => {
  if (kind === 'look') return 'as it should be';
  if (lower == null) return `up to ${number(upper!, 6)} ${unit}`;
  if (upper == null) return `from ${number(lower, 6)} ${unit}`;
  return `${number(lower, 6)} to ${number(upper, 6)} ${unit}`;
};

export const valued = (kind: InspectionItem['kind'], value: number, unit?: string | null): string =>
  kind === 'look'
    ? value === 1
      ? 'as it should be'
      : 'not as it should be'
    : `${number(value, 6)} ${unit ?? ''}`.trim();

/** A number as a person types it, with a dot or a comma. */
export const numberOf = (text: string): number => Number(text.replace(/\s/g, '').replace(',', '.'));
