import { z } from '../../shared/zod';
import type { Brief } from '../../app/api/types';
import { isoDay } from '../../shared/days';

const day = z.iso.date('Give a date.');
const size = z.number().positive().nullable();
const must = z.boolean();

/** Dates and whole numbers are checked here so that a half-typed row is not sent; the ranges of the trade are the server's. */
export const briefSchema = z.object({
  demand: z.array(
    z.object({
      neededBy: day,
      quantity: z
        .number('How many?')
        .int('Whole parts only.')
        .min(1, 'At least one.')
        .max(100_000_000, 'At most a hundred million.'),
      purpose: z.enum(['look', 'fit', 'function', 'pilot', 'sale']),
      years: z.number().int().min(0).max(20),
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
  productionMaterial: z.string().nullable(),
  hardness: z
    .object({
      scale: z.enum(['a', 'd']),
      value: z.number().min(0).max(100),
      tolerancePoints: z.number().min(0).max(50),
      must,
      reason: z.string().nullable(),
      chosenOn: day.nullable(),
    })
    .nullable(),
  serviceTemperature: z.object({ celsius: z.number().min(-80).max(400), must }).nullable(),
  properties: z.array(
    z.object({
      property: z.enum([
        'tensileMpa',
        'modulusMpa',
        'elongationPct',
        'tearKnPerM',
        'impactKjPerM2',
        'shortTermC',
        'heatDeflectionC',
      ]),
      atLeast: z.number().min(0).max(500_000),
      atMost: z.number().min(0).max(500_000).nullish(),
      must,
    }),
  ),
  clarity: z.object({ atLeast: z.enum(['opaque', 'translucent', 'clear']), must }).nullable(),
  colour: z.object({ atLeast: z.enum(['asComes', 'dyed', 'matched']), must }).nullable(),
  exposures: z.array(z.enum(['flame', 'uv', 'chemicals', 'skin', 'food', 'medical', 'pressure', 'lifting'])),
  toleranceMm: z.number().min(0.005).max(20).nullable(),
  criticalDimensions: z.number().int().min(0).max(500),
  showSide: z.enum(['asTooled', 'fineMatt', 'gloss', 'texture']),
  bothSides: z.boolean(),
  inserts: z.number().int().min(0).max(200),
  insertSize: z.object({ diameterMm: z.number().positive(), bossMm: z.number().positive() }).nullable(),
  secondMaterial: z
    .object({
      materialId: z.string(),
      areaCm2: z.number().positive(),
      volumeCm3: z.number().positive(),
      interlocks: z.boolean(),
    })
    .nullable(),
  lettering: z.boolean(),
  guards: z.number().int().min(0).max(200),
  enclosedPrice: z.number().min(0).max(1e9).nullable(),
  sources: z.object({
    metalTools: z.enum(['inHouse', 'boughtIn', 'farBoughtIn']),
    softMolds: z.enum(['inHouse', 'boughtIn', 'farBoughtIn']),
    parts: z.enum(['inHouse', 'boughtIn', 'farBoughtIn']),
  }),
  schools: z.object({
    cooling: z.enum(['mean', 'centre']).nullable(),
    moldLife: z.enum(['between', 'cautious', 'usual', 'generous']),
    loss: z.enum(['added', 'ofPoured']),
  }),
  toolingBudget: z.number().min(0).max(1e9).nullable(),
  piecePrice: z.number().min(0).max(1e9).nullable(),
  fixedDate: day.nullable(),
  changeRisk: z.object({ chancePerMonth: z.number().min(0).max(1), size: z.enum(['small', 'large']) }).nullable(),
  equipment: z
    .object({
      machineIds: z.array(z.string()),
      figures: z.record(z.string(), z.record(z.string(), size)),
    })
    .nullable(),
}) satisfies z.ZodType<Brief>;

const { shape } = briefSchema;
export const purposes = shape.demand.element.shape.purpose.options;
export const families = shape.family.options;
export const finishes = shape.showSide.options;
export const properties = shape.properties.element.shape.property.options;
export const clarities = shape.clarity.unwrap().shape.atLeast.options;
export const colours = shape.colour.unwrap().shape.atLeast.options;
export const exposures = shape.exposures.element.options;

export const labels: Record<keyof Brief, string> = {
  demand: 'Demand',
  family: 'Material',
  productionMaterial: 'Series material',
  hardness: 'Hardness',
  serviceTemperature: 'Service temperature',
  properties: 'Properties',
  clarity: 'Clarity',
  colour: 'Colour',
  exposures: 'Uses that need a certificate',
  toleranceMm: 'General tolerance',
  criticalDimensions: 'Critical dimensions',
  showSide: 'Finish',
  bothSides: 'Both sides finished',
  inserts: 'Inserts',
  insertSize: 'Insert size',
  secondMaterial: 'Second material',
  lettering: 'Lettering',
  guards: 'Guards',
  enclosedPrice: 'What is put in',
  sources: 'Who makes it',
  schools: 'Schools',
  toolingBudget: 'Tooling budget',
  piecePrice: 'Piece price',
  fixedDate: 'Fixed date',
  changeRisk: 'Change risk',
  equipment: 'Equipment',
};

/** What a property is called and measured in. */
export const propertyWords: Record<
  Brief['properties'][number]['property'],
  [name: string, unit: string, start: number]
> = {
  tensileMpa: ['Tensile strength', 'MPa', 30],
  modulusMpa: ['Modulus', 'MPa', 1500],
  elongationPct: ['Elongation', '%', 100],
  tearKnPerM: ['Tear strength', 'kN/m', 15],
  impactKjPerM2: ['Notched impact', 'kJ/m²', 8],
  shortTermC: ['Short-term temperature', '°C', 80],
  heatDeflectionC: ['Heat deflection', '°C', 80],
};

/** The day so many days from now, as the form keeps dates. */
export const inDays = (days: number): string => isoDay(new Date(Date.now() + days * 86_400_000));
