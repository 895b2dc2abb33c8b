import { createContext, useContext } from 'react';
import { get, type Path } from 'react-hook-form';
import type { Problem } from '../../app/api/client';
import type { CastingPlan } from '../../app/api/types';
import { FormNumber } from '../../shared/formFields';
import type { NumberFieldProps } from '../../shared/NumberField';

export const labels: Partial<Record<keyof CastingPlan, string>> = {
  pour: 'One shot',
  pattern: 'Pattern',
  silicone: 'Silicone mold',
  printed: 'Printed mold',
  split: 'Split mold',
  filling: 'Filling and curing',
  things: 'Cast in',
  fill: 'Filled print',
  order: 'Order',
  hours: 'Working hours',
};

/** What the server refused; the field it is about shows it. */
export const RefusedContext = createContext<Problem | null>(null);

/** What the server said about a field of the plan; the batch's own fields come without the name of their part. */
export function useRefused(name: string): string | undefined {
  const problem = useContext(RefusedContext);
  if (!problem?.field) return undefined;
  const field = problem.field === 'potLife.minutes' ? 'potLifeMin' : problem.field;
  const about = (full: string) => full === name || full.startsWith(`${name}.`);
  return about(field) || about(`pour.${field}`) ? problem.message : undefined;
}

/** What the route proposes: a field that is cleared goes back to it. */
export const ProposedContext = createContext<CastingPlan | null>(null);

/** A number of the plan; one the server refuses says why beside it. */
export function PlanNumber({
  name,
  ...field
}: { name: Path<CastingPlan> } & Omit<NumberFieldProps, 'value' | 'onChange' | 'refused'>) {
  const proposed = get(useContext(ProposedContext) ?? {}, name) as unknown;
  return (
    <FormNumber<CastingPlan>
      name={name}
      width="100%"
      refused={useRefused(name)}
      proposal={typeof proposed === 'number' ? proposed : undefined}
      {...field}
    />
  );
}

/** The stations of the plan, in the order of the work, and which inputs belong to which. */
export const stations = ['work', 'pattern', 'mold', 'shot', 'cure', 'within', 'order'] as const;

export type Station = (typeof stations)[number];

const stationOfInput: Partial<Record<string, Station>> = {
  pattern: 'pattern',
  silicone: 'mold',
  printed: 'mold',
  split: 'mold',
  fill: 'mold',
  filling: 'cure',
  things: 'within',
  order: 'order',
  hours: 'work',
};

/** Where an input of the plan, such as "silicone.wallMm", is changed. */
export const stationOf = (input: string): Station => stationOfInput[input.split(/[.[]/)[0]!] ?? 'shot';

export const inputGrid = { display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 1.75, alignContent: 'start' } as const;
