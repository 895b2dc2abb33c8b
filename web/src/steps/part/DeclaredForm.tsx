import { Alert, Box, Button, Typography } from '@mui/material';
import { FormProvider, useForm, useFormContext, useWatch } from 'react-hook-form';
import type { Problem } from '../../app/api/client';
import type { PartChange, ShapeFigures } from '../../app/api/types';
import { number } from '../../shared/format';
import { FormChoice, FormNumber, useEachChange } from '../../shared/formFields';

type Declared = PartChange['declared'];

interface Props {
  declared: Declared;
  problem: Problem | null;
  measured: ShapeFigures | null;
  onChange: (declared: Declared) => void;
}

/** What a person says about the part; it goes before what was measured. */
export function DeclaredForm({ declared, problem, measured, onChange }: Props) {
  const form = useForm<Declared>({ defaultValues: declared });
  useEachChange(form, onChange);
  const wall = { unit: 'mm', width: '100%', optional: true, max: 500 };
  const refused = (field: string) => (problem?.field === field ? problem.message : undefined);
  return (
    <FormProvider {...form}>
      <Box component="section" aria-labelledby="declared" sx={{ mt: 3 }}>
        <Typography variant="h2" id="declared">
          Yours to say
        </Typography>
        <Typography variant="body2" color="textSecondary" sx={{ mb: 2 }}>
          {measured
            ? 'What is left empty is taken as measured; what you state goes before it.'
            : 'Routes are screened by it.'}
        </Typography>
        <ShapeQuestion measured={measured} />
        <Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 2 }}>
          <FormChoice<Declared>
            name="shape"
            label="Shape"
            options={['compact', 'openShell']}
            unset="not said yet"
            sx={{ gridColumn: '1 / -1' }}
          />
          <FormNumber<Declared>
            {...wall}
            name="nominalWallMm"
            label="Nominal wall"
            min={0.05}
            hint={
              measured?.wallMm
                ? `empty: measured, ${number(measured.wallMm.median)} mm`
                : 'empty: from volume and surface'
            }
            refused={refused('nominalWallMm')}
          />
          <FormNumber<Declared>
            {...wall}
            name="thinnestWallMm"
            label="Thinnest wall"
            min={0.02}
            hint={measured?.wallMm ? `empty: measured, ${number(measured.wallMm.p1)} mm` : undefined}
            refused={refused('thinnestWallMm')}
          />
          <FormChoice<Declared>
            name="undercut"
            label="Undercuts"
            options={['none', 'mild', 'strong']}
            unset={measured ? 'as measured' : 'not stated'}
          />
        </Box>
      </Box>
    </FormProvider>
  );
}

/** Asked once, when the mesh looks like it or there is no mesh to look at: whether sheet and fibre may follow this shape. */
function ShapeQuestion({ measured }: { measured: ShapeFigures | null }) {
  const { control, setValue } = useFormContext<Declared>();
  const shape = useWatch({ control, name: 'shape' });
  if (shape !== null || (measured && !measured.looksLikeShell)) return null;
  return (
    <Alert severity="info" variant="outlined" sx={{ mb: 2 }} role="group" aria-label="The shape in a word">
      {measured
        ? 'This looks like an open shell of even wall, one that could be drawn from sheet. Is it?'
        : 'Is it an open shell of even wall, one that could be drawn from sheet?'}{' '}
      Forming and laminates wait for the answer.
      <Box sx={{ mt: 0.5 }}>
        <Button onClick={() => setValue('shape', 'openShell')}>Yes, an open shell</Button>
        <Button onClick={() => setValue('shape', 'compact')}>No, a compact part</Button>
      </Box>
    </Alert>
  );
}
