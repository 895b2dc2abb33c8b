import { z } from '../shared/zod';
import { newId } from '../shared/newId';

const name = z.string().trim().min(1, 'A name.').max(80, 'At most 80 signs.');
const hour = z.number('An hour of the day.').min(0).max(24);
const day = z.iso.date('Give a date.');

/** What is half typed is not sent; whether ids, hours and addresses hold is the server's to say. */
export const shopSchema = z.object({
  people: z.array(
    z.object({
      id: z.string(),
      name,
      roles: z.array(z.enum(['engineer', 'moldMaker', 'bench', 'inspector', 'apprentice'])),
      fromH: hour,
      toH: hour,
      away: z.array(day),
    }),
  ),
  machines: z.array(
    z.object({
      id: z.string(),
      kind: z.string(),
      name,
      figures: z.record(z.string(), z.number().nullable()),
    }),
  ),
  calendar: z.object({
    workingDays: z
      .array(z.enum(['monday', 'tuesday', 'wednesday', 'thursday', 'friday', 'saturday', 'sunday']))
      .min(1, 'The shop works on at least one day of the week.'),
    holidays: z.array(z.object({ day, name: z.string().max(80) })),
  }),
  devices: z.array(
    z.object({
      id: z.string(),
      kind: z.enum(['scale', 'gauge', 'oven', 'hardness', 'calliper']),
      name,
      host: z.string().nullable(),
      port: z.number().int().min(1).max(65535).nullable(),
    }),
  ),
});

/** Ids are never shown and never change: what was done by somebody stays theirs. */
export const shortId = (): string => newId().slice(0, 12);

export const labels = { people: 'People', machines: 'Equipment', calendar: 'Calendar', devices: 'Devices' };
