import { createContext, useContext } from 'react';
import { type FieldPath, type FieldValues, get } from 'react-hook-form';
import type { Problem } from '../../app/api/client';
import type { PlanChoices } from '../../app/api/types';
import { FormNumber } from '../../shared/formFields';
import type { NumberFieldProps } from '../../shared/NumberField';

/** What the server refused; the field it is about shows it. */
export const RefusedContext = createContext<Problem | null>(null);

/** What the server said about a field of the plan, or about something inside it. */
export function useRefused(name: string): string | undefined {
  const problem = useContext(RefusedContext);
  const field = problem?.field;
  return field && (field === name || field.startsWith(`${name}.`)) ? problem.message : undefined;
}

/** What the route proposes: a field that is cleared goes back to it. */
export const ProposedContext = createContext<PlanChoices | null>(null);

/** A number of the plan; one the server refuses says why beside it. */
export function PlanNumber<TChoices extends FieldValues>({
  name,
  ...field
}: { name: FieldPath<TChoices> } & Omit<NumberFieldProps, 'value' | 'onChange' | 'refused'>) {
  const proposed = get(useContext(ProposedContext) ?? {}, name) as unknown;
  return (
    <FormNumber<TChoices>
      name={name}
      width="100%"
      refused={useRefused(name)}
      proposal={typeof proposed === 'number' ? proposed : undefined}
      {...field}
    />
  );
}

export const inputGrid = { display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 1.75, alignContent: 'start' } as const;
