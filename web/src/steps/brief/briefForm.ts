import { z } from 'zod';
import type { Brief } from '../../app/api/types';

/** Dates and whole numbers are checked here so that a half-typed row is not sent; the ranges of the trade are the server's. */
export const briefSchema = z.object({
  demand: z.array(
    z.object({
      neededBy: z.iso.date('Give a date.'),
      quantity: z
        .number('How many?')
        .int('Whole parts only.')
        .min(1, 'At least one.')
        .max(100_000_000, 'At most a hundred million.'),
      purpose: z.enum(['look', 'fit', 'function', 'pilot', 'sale']),
    }),
  ),
  family: z.enum([
    'rigidThermoplastic',
    'clearThermoplastic',
    'flexibleElastomer',
    'siliconeRubber',
    'rubber',
    'formedSheet',
    'fibreLaminate',
  ]),
  hardness: z
    .object({
      scale: z.enum(['a', 'd']),
      value: z.number().min(0).max(100),
      tolerancePoints: z.number().min(0).max(50),
      must: z.boolean(),
    })
    .nullable(),
  serviceTemperature: z.object({ celsius: z.number().min(-80).max(400), must: z.boolean() }).nullable(),
  showSide: z.enum(['asTooled', 'fineMatt', 'gloss']),
  inserts: z.number().int().min(0).max(200),
  toolingBudget: z.number().min(0).max(1e9).nullable(),
}) satisfies z.ZodType<Brief>;

export const purposes = briefSchema.shape.demand.element.shape.purpose.options;
export const families = briefSchema.shape.family.options;
export const finishes = briefSchema.shape.showSide.options;

export const labels: Record<keyof Brief, string> = {
  demand: 'Demand',
  family: 'Material',
  hardness: 'Hardness',
  serviceTemperature: 'Service temperature',
  showSide: 'Finish',
  inserts: 'Inserts',
  toolingBudget: 'Tooling budget',
};

/** The day so many days from now, as the form keeps dates. */
export const inDays = (days: number): string => {
  const day = new Date(Date.now() + days * 86_400_000);
  return `${day.getFullYear()}-${String(day.getMonth() + 1).padStart(2, '0')}-${String(day.getDate()).padStart(2, '0')}`;
};
