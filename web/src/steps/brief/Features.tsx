import { Alert, Box, Button, Link, MenuItem, TextField, Typography } from '@mui/material';
import { useQuery } from '@tanstack/react-query';
import { useFormContext, useWatch } from 'react-hook-form';
import { Link as RouterLink, useParams } from 'react-router';
import type { Problem } from '../../app/api/client';
import type { Brief } from '../../app/api/types';
import { FormCheck, FormNumber } from '../../shared/formFields';
import { count, number } from '../../shared/format';
import { useLibrary } from '../../shared/useLibrary';
import { studyQuery } from '../part/useStudy';

/** What is molded in, on and into the part; what the model already shows stands there to be seen. */
export function Features({ problem }: { problem: Problem | null }) {
  const { control, setValue } = useFormContext<Brief>();
  const [inserts, size] = useWatch({ control, name: ['inserts', 'insertSize'] });
  const refused = (field: string) => (problem?.field === field ? problem.message : undefined);
  return (
    <section aria-labelledby="features">
      <Typography variant="h2" id="features" sx={{ mb: 1.5 }}>
        What is on it
      </Typography>
      <SeenOnModel />
      <Box sx={{ display: 'grid', gap: 2, mt: 1.5 }}>
        <Box sx={{ display: 'flex', gap: 2, flexWrap: 'wrap', alignItems: 'flex-start' }}>
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
          <FormCheck<Brief> name="lettering" label="Lettering" />
        </Box>
        <SecondMaterial />
        {problem?.field?.startsWith('secondMaterial') && <Alert severity="error">{problem.message}</Alert>}
      </Box>
    </section>
  );
}

/** Undercuts and holes as the background study found them. */
function SeenOnModel() {
  const { projectId = '' } = useParams();
  const figures = useQuery(studyQuery(projectId)).data?.figures;
  const link = (text: string) => (
    <Link component={RouterLink} to={`/projects/${projectId}/part`}>
      {text}
    </Link>
  );
  if (!figures) return <Typography color="textSecondary">What the model shows stands on {link('Part')}.</Typography>;
  const undercuts = figures.undercuts.length;
  const holes = figures.undercuts.filter((u) => u.throughHoleMm != null).length;
  const deepest = Math.max(0, ...figures.undercuts.map((u) => (u.throughHoleMm == null ? (u.depthMm ?? 0) : 0)));
  const slender = figures.blindHoles.filter((hole) => (hole.slenderness ?? 0) > 3).length;
  const seen = [
    undercuts === 0
      ? 'no undercut along the pull'
      : [
          undercuts > holes &&
            `${count(undercuts - holes)} ${undercuts - holes === 1 ? 'undercut' : 'undercuts'}${deepest > 0 ? `, ${number(deepest, 2)} mm deep at most` : ''}`,
          holes > 0 && `${count(holes)} ${holes === 1 ? 'hole' : 'holes'} through, across the pull`,
        ]
          .filter(Boolean)
          .join(', '),
    `${count(figures.blindHoles.length)} round blind ${figures.blindHoles.length === 1 ? 'hole' : 'holes'}${slender > 0 ? `, ${slender} of them slender` : ''}`,
  ];
  return (
    <Typography color="textSecondary">
      Seen on the model and counted in: {seen.join('; ')}. {link('Look, or say otherwise')}
    </Typography>
  );
}

/** A soft part molded or cast onto the first. */
function SecondMaterial() {
  const { control, setValue } = useFormContext<Brief>();
  const second = useWatch({ control, name: 'secondMaterial' });
  const library = useLibrary().data;
  if (!second)
    return (
      <Box sx={{ display: 'flex', alignItems: 'center', gap: 2 }}>
        <Typography color="textSecondary" sx={{ width: 170 }}>
          Second material: none
        </Typography>
        <Button
          onClick={() =>
            setValue('secondMaterial', { materialId: 'tpe-60a', areaCm2: 50, volumeCm3: 10, interlocks: false })
          }
        >
          Add a soft part
        </Button>
      </Box>
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
