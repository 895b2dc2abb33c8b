import { Box, Typography } from '@mui/material';
import { FormProvider, useForm } from 'react-hook-form';
import type { Problem } from '../../app/api/client';
import type { PartChange } from '../../app/api/types';
import { FormChoice, FormNumber, useEachChange } from '../../shared/formFields';

type Declared = PartChange['declared'];

interface Props {
  declared: Declared;
  problem: Problem | null;
  onChange: (declared: Declared) => void;
}

/** What a person says about the part until the mesh tells it. */
export function DeclaredForm({ declared, problem, onChange }: Props) {
  const form = useForm<Declared>({ defaultValues: declared });
  useEachChange(form, onChange);
  const wall = { unit: 'mm', width: '100%', optional: true, max: 500 };
  const refused = (field: string) => (problem?.field === field ? problem.message : undefined);
  return (
    <FormProvider {...form}>
      <Box component="section" aria-labelledby="declared" sx={{ mt: 3 }}>
        <Typography variant="h2" id="declared">
          What the mesh does not tell yet
        </Typography>
        <Typography variant="body2" color="textSecondary" sx={{ mb: 2 }}>
          State it; routes are screened by it.
        </Typography>
        <Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 2 }}>
          <FormChoice<Declared>
            name="shape"
            label="Shape"
            options={['compact', 'openShell']}
            sx={{ gridColumn: '1 / -1' }}
          />
          <FormNumber<Declared>
            {...wall}
            name="nominalWallMm"
            label="Nominal wall"
            min={0.05}
            hint="empty: from volume and surface"
            refused={refused('nominalWallMm')}
          />
          <FormNumber<Declared>
            {...wall}
            name="thinnestWallMm"
            label="Thinnest wall"
            min={0.02}
            refused={refused('thinnestWallMm')}
          />
          <FormChoice<Declared> name="undercut" label="Undercuts" options={['none', 'mild', 'strong']} />
        </Box>
      </Box>
    </FormProvider>
  );
}
