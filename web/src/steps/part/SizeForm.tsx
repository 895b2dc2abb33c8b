import { Box, Typography } from '@mui/material';
import { FormProvider, useForm } from 'react-hook-form';
import type { Problem } from '../../app/api/client';
import type { PartChange } from '../../app/api/types';
import { FormNumber, useEachChange } from '../../shared/formFields';

type Size = NonNullable<PartChange['declared']['size']>;
type Blank = { [K in keyof Size]: number | null };

const none: Blank = { lengthMm: null, widthMm: null, heightMm: null, volumeCm3: null, areaCm2: null };

interface Props {
  size: Size | null | undefined;
  problem: Problem | null;
  /** A mesh is there, but has no volume. */
  meshed: boolean;
  onChange: (size: Size | null) => void;
}

/** The size of a part that has no mesh yet: enough for every later step. Sent when all five are filled in, or all are empty. */
export function SizeForm({ size, problem, meshed, onChange }: Props) {
  const form = useForm<Blank>({ defaultValues: size ?? none });
  useEachChange(form, (values) => {
    const given = Object.values(values).filter((v) => v !== null);
    if (given.length === 0) onChange(null);
    if (given.length === 5) onChange(values as Size);
  });
  const refused = (name: keyof Size) => (problem?.field === `size.${name}` ? problem.message : undefined);
  const side = { unit: 'mm', width: '100%', optional: true, min: 0.1, max: 10_000 } as const;
  return (
    <FormProvider {...form}>
      <Box component="section" aria-labelledby="size" sx={{ mt: 2 }}>
        <Typography variant="h2" id="size">
          {meshed ? 'Or state its size' : 'No mesh yet? State its size'}
        </Typography>
        <Typography variant="body2" color="textSecondary" sx={{ mb: 2 }}>
          Enough for brief, routes and plan; a sound mesh goes before it.
        </Typography>
        <Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr 1fr', gap: 2 }}>
          <FormNumber<Blank> {...side} name="lengthMm" label="Length" refused={refused('lengthMm')} />
          <FormNumber<Blank> {...side} name="widthMm" label="Width" refused={refused('widthMm')} />
          <FormNumber<Blank> {...side} name="heightMm" label="Height" refused={refused('heightMm')} />
        </Box>
        <Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 2, mt: 2 }}>
          <FormNumber<Blank>
            {...side}
            unit="cm³"
            min={1e-6}
            max={1e9}
            name="volumeCm3"
            label="Volume"
            refused={refused('volumeCm3')}
          />
          <FormNumber<Blank>
            {...side}
            unit="cm²"
            min={1e-6}
            max={1e9}
            name="areaCm2"
            label="Surface"
            refused={refused('areaCm2')}
          />
        </Box>
      </Box>
    </FormProvider>
  );
}
