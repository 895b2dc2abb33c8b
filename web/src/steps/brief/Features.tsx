import { Alert, Box, Button, MenuItem, TextField, Typography } from '@mui/material';
import { useFormContext, useWatch } from 'react-hook-form';
import type { Problem } from '../../app/api/client';
import type { Brief } from '../../app/api/types';
import { Folded, SaidLine } from '../../shared/Folded';
import { FormCheck, FormNumber } from '../../shared/formFields';
import { count, number } from '../../shared/format';
import { useLibrary } from '../../shared/useLibrary';
import { SeenOnModel } from './SeenOnModel';

/** What is molded in, on and into the part; what the model already shows stands first, to be agreed to. */
export function Features({ problem }: { problem: Problem | null }) {
  return (
    <section aria-labelledby="features">
      <Typography variant="h2" id="features" sx={{ mb: 1.5 }}>
        What is on it
      </Typography>
      <SeenOnModel />
      <Box sx={{ display: 'grid', gap: 1, mt: 1.5 }}>
        <MoldedIn problem={problem} />
        <SecondMaterial />
        {problem?.field?.startsWith('secondMaterial') && <Alert severity="error">{problem.message}</Alert>}
      </Box>
    </section>
  );
}

const fields = ['inserts', 'guards', 'enclosedPrice', 'insertSize'] as const;

/** Inserts, guards, what is put in. */
function MoldedIn({ problem }: { problem: Problem | null }) {
  const { control, setValue } = useFormContext<Brief>();
  const [inserts, guards, enclosed, size] = useWatch({ control, name: fields });
  const refused = (field: string) => (problem?.field === field ? problem.message : undefined);
  const says = [
    inserts > 0 &&
      `${count(inserts)} inserts${size ? ` of ${number(size.diameterMm)} mm in bosses of ${number(size.bossMm)} mm` : ''}`,
    guards > 0 && `${count(guards)} parts to guard`,
    enclosed !== null && `${count(enclosed)} € put in`,
  ].filter(Boolean);
  return (
    <Folded
      label="Molded in and on"
      says={says.join('; ') || 'nothing'}
      startsOpen={inserts > 0 && !size}
      force={fields.some((field) => problem?.field?.startsWith(field))}
    >
      <Box sx={{ display: 'flex', gap: 2, flexWrap: 'wrap', alignItems: 'flex-start', mb: 2 }}>
        <FormNumber<Brief>
          name="inserts"
          label="Molded-in inserts"
          unit=""
          whole
          proposal={0}
          min={0}
          max={200}
          width={140}
        />
        {inserts > 0 &&
          (size ? (
            <>
              <FormNumber<Brief> name="insertSize.diameterMm" label="Insert diameter" unit="mm" width={140} />
              <FormNumber<Brief>
                name="insertSize.bossMm"
                label="Boss around it"
                unit="mm"
                width={140}
                refused={refused('insertSize.bossMm')}
              />
            </>
          ) : (
            <Button sx={{ mt: 0.5 }} onClick={() => setValue('insertSize', { diameterMm: 5, bossMm: 10 })}>
              Give their size
            </Button>
          ))}
      </Box>
      <Box sx={{ display: 'flex', gap: 2, flexWrap: 'wrap', alignItems: 'center' }}>
        <FormNumber<Brief>
          name="guards"
          label="Parts to guard"
          unit=""
          whole
          proposal={0}
          min={0}
          max={200}
          width={140}
        />
        <FormNumber<Brief>
          name="enclosedPrice"
          label="Price of what is put in"
          unit="€"
          optional
          min={0}
          max={1e9}
          width={170}
          hint="lost with a spoiled part"
          refused={refused('enclosedPrice')}
        />
      </Box>
    </Folded>
  );
}

/** A soft part molded or cast onto the first. */
function SecondMaterial() {
  const { control, setValue } = useFormContext<Brief>();
  const second = useWatch({ control, name: 'secondMaterial' });
  const library = useLibrary().data;
  if (!second)
    return (
      <SaidLine label="Second material" says="none">
        <Button
          onClick={() =>
            setValue('secondMaterial', { materialId: 'tpe-60a', areaCm2: 50, volumeCm3: 10, interlocks: false })
          }
        >
          Add a soft part
        </Button>
      </SaidLine>
    );
  const soft = library?.materials.map((m) => m.entry).filter((m) => m.shoreScale === 'a' && (m.melt ?? m.cast)) ?? [];
  return (
    <Box
      role="group"
      aria-label="Second material"
      sx={{ display: 'flex', gap: 1.5, flexWrap: 'wrap', alignItems: 'flex-start' }}
    >
      <TextField
        select
        label="Soft part of"
        value={soft.some((m) => m.id === second.materialId) ? second.materialId : ''}
        onChange={(event) => setValue('secondMaterial', { ...second, materialId: event.target.value })}
        sx={{ width: 190 }}
        slotProps={{ inputLabel: { shrink: true } }}
      >
        {soft.map((material) => (
          <MenuItem key={material.id} value={material.id}>
            {material.name}
          </MenuItem>
        ))}
      </TextField>
      <FormNumber<Brief> name="secondMaterial.areaCm2" label="Area it covers" unit="cm²" width={130} />
      <FormNumber<Brief> name="secondMaterial.volumeCm3" label="Its volume" unit="cm³" width={120} />
      <FormCheck<Brief> name="secondMaterial.interlocks" label="Holes or wraps lock it in" />
      <Button color="inherit" sx={{ mt: 0.5 }} onClick={() => setValue('secondMaterial', null)}>
        Drop
      </Button>
    </Box>
  );
}
