import { Alert, Box, Chip, Link, MenuItem, TextField, Typography } from '@mui/material';
import { Controller, useFormContext, useWatch } from 'react-hook-form';
import { Link as RouterLink, useParams } from 'react-router';
import type { Problem } from '../../app/api/client';
import type { Brief } from '../../app/api/types';
import { FormCheck, FormChoice, FormNumber } from '../../shared/formFields';
import { date, word } from '../../shared/format';
import { NumberField } from '../../shared/NumberField';
import { useLibrary } from '../../shared/useLibrary';
import { exposures, families, finishes } from './briefForm';
import { GradeRow, PropertyRows } from './PropertyRows';
import { AddTarget, Target } from './Target';

/** What the part must be able to do: each target with its value, and whether it is a must or a want. */
export function Requirements({ problem }: { problem: Problem | null }) {
  const refused = (field: string) => (problem?.field === field ? problem.message : undefined);
  return (
    <section aria-labelledby="requirements">
      <Typography variant="h2" id="requirements" sx={{ mb: 1.5 }}>
        What it must be
      </Typography>
      <Box sx={{ display: 'grid', gap: 2 }}>
        <Box sx={{ display: 'flex', gap: 2, flexWrap: 'wrap' }}>
          <FormChoice<Brief> name="family" label="Production material" options={families} sx={{ width: 200 }} />
          <SeriesMaterial />
        </Box>
        <Box sx={{ display: 'flex', gap: 2, flexWrap: 'wrap', alignItems: 'center' }}>
          <FormChoice<Brief> name="showSide" label="Show side" options={finishes} sx={{ width: 200 }} />
          <FormCheck<Brief> name="bothSides" label="Both sides finished" />
        </Box>
        <HardnessRow refused={refused('hardness.value')} />
        <TemperatureRow refused={refused('serviceTemperature.celsius')} />
        <GradeRow name="clarity" what="Clarity" />
        <GradeRow name="colour" what="Colour" />
        <PropertyRows />
        <NotAsked />
        <Box sx={{ display: 'flex', gap: 2, flexWrap: 'wrap' }}>
          <FormNumber<Brief>
            name="toleranceMm"
            label="General tolerance ±"
            unit="mm"
            optional
            min={0.005}
            max={20}
            hint="on the first 100 mm"
            refused={refused('toleranceMm')}
          />
          <FormNumber<Brief> name="criticalDimensions" label="Critical dimensions" unit="" whole min={0} max={500} />
        </Box>
        <Exposures />
      </Box>
    </section>
  );
}

/** The material of the series parts; of the family, or whatever fits the targets best. */
function SeriesMaterial() {
  const { control } = useFormContext<Brief>();
  const family = useWatch({ control, name: 'family' });
  const library = useLibrary().data;
  const offered = library?.materials.map((m) => m.entry).filter((m) => m.series && m.family === family) ?? [];
  return (
    <Controller
      control={control}
      name="productionMaterial"
      render={({ field }) => (
        <TextField
          {...field}
          value={library && offered.some((m) => m.id === field.value) ? field.value : ''}
          onChange={(event) => field.onChange(event.target.value || null)}
          select
          label="Series parts of"
          sx={{ width: 200 }}
          slotProps={{ select: { displayEmpty: true }, inputLabel: { shrink: true } }}
        >
          <MenuItem value="">whatever fits best</MenuItem>
          {offered.map((material) => (
            <MenuItem key={material.id} value={material.id}>
              {material.name}
            </MenuItem>
          ))}
        </TextField>
      )}
    />
  );
}

/** What nothing is asked of yet, in one line. */
function NotAsked() {
  const { projectId = '' } = useParams();
  const { control, setValue } = useFormContext<Brief>();
  const [hardness, service, clarity, colour] = useWatch({
    control,
    name: ['hardness', 'serviceTemperature', 'clarity', 'colour'],
  });
  if (hardness && service && clarity && colour) return null;
  return (
    <Box sx={{ display: 'flex', gap: 1, alignItems: 'baseline', flexWrap: 'wrap' }}>
      <Typography variant="body2" color="textSecondary">
        Not asked yet:
      </Typography>
      {!hardness && <AddTarget what="Hardness" onAdd={() => setValue('hardness', anyHardness)} />}
      {!service && (
        <AddTarget
          what="Service temperature"
          onAdd={() => setValue('serviceTemperature', { celsius: 60, must: false })}
        />
      )}
      {!clarity && (
        <AddTarget what="Clarity" onAdd={() => setValue('clarity', { atLeast: 'translucent', must: false })} />
      )}
      {!colour && <AddTarget what="Colour" onAdd={() => setValue('colour', { atLeast: 'matched', must: false })} />}
      {!hardness && (
        <Link component={RouterLink} to={`/projects/${projectId}/ladder`} sx={{ fontSize: 13 }}>
          Find the hardness by trying
        </Link>
      )}
    </Box>
  );
}

const anyHardness: NonNullable<Brief['hardness']> = {
  scale: 'a',
  value: 60,
  tolerancePoints: 5,
  must: false,
  reason: null,
  chosenOn: null,
};

function HardnessRow({ refused }: { refused?: string }) {
  const { projectId = '' } = useParams();
  const { control, setValue } = useFormContext<Brief>();
  const target = useWatch({ control, name: 'hardness' });
  const put = (change: Partial<NonNullable<Brief['hardness']>>) => setValue('hardness', { ...target!, ...change });
  if (!target) return null;
  return (
    <div>
      <Target
        name="Hardness"
        must={target.must}
        onMust={(must) => put({ must })}
        onDrop={() => setValue('hardness', null)}
      >
        <NumberField
          label="Hardness"
          unit={`Shore ${target.scale.toUpperCase()}`}
          to={`Shore ${target.scale.toUpperCase()}`}
          width={140}
          min={0}
          max={100}
          value={target.value}
          refused={refused}
          onChange={(value) => value !== null && put({ value })}
        />
        <TextField
          select
          label="Scale"
          value={target.scale}
          onChange={(event) => put({ scale: event.target.value as 'a' | 'd' })}
          sx={{ width: 72 }}
        >
          <MenuItem value="a">A</MenuItem>
          <MenuItem value="d">D</MenuItem>
        </TextField>
        <NumberField
          label="Within ±"
          unit=""
          width={78}
          min={0}
          max={50}
          value={target.tolerancePoints}
          onChange={(value) => value !== null && put({ tolerancePoints: value })}
        />
      </Target>
      <Typography variant="body2" color="textSecondary" sx={{ mt: 0.5 }}>
        {target.reason && `${target.chosenOn ? `Chosen ${date(target.chosenOn)}: ` : ''}${target.reason} `}
        <Link component={RouterLink} to={`/projects/${projectId}/ladder`} sx={{ fontSize: 13 }}>
          Find it by trying
        </Link>
      </Typography>
    </div>
  );
}

function TemperatureRow({ refused }: { refused?: string }) {
  const { control, setValue } = useFormContext<Brief>();
  const target = useWatch({ control, name: 'serviceTemperature' });
  const put = (change: Partial<NonNullable<Brief['serviceTemperature']>>) =>
    setValue('serviceTemperature', { ...target!, ...change });
  if (!target) return null;
  return (
    <Target
      name="Service temperature"
      must={target.must}
      onMust={(must) => put({ must })}
      onDrop={() => setValue('serviceTemperature', null)}
    >
      <NumberField
        label="Holds in service"
        unit="°C"
        width={150}
        min={-80}
        max={400}
        value={target.celsius}
        refused={refused}
        onChange={(celsius) => celsius !== null && put({ celsius })}
      />
    </Target>
  );
}

/** Uses for which a comparison is not enough. */
function Exposures() {
  const { control, setValue } = useFormContext<Brief>();
  const chosen = useWatch({ control, name: 'exposures' });
  return (
    <div>
      <Typography variant="body2" id="uses" sx={{ mb: 0.5 }}>
        It will meet
      </Typography>
      <Box role="group" aria-labelledby="uses" sx={{ display: 'flex', flexWrap: 'wrap', gap: 0.75 }}>
        {exposures.map((exposure) => {
          const on = chosen.includes(exposure);
          return (
            <Chip
              key={exposure}
              label={word(exposure)}
              size="small"
              aria-pressed={on}
              variant={on ? 'filled' : 'outlined'}
              color={on ? 'primary' : 'default'}
              onClick={() => setValue('exposures', on ? chosen.filter((e) => e !== exposure) : [...chosen, exposure])}
            />
          );
        })}
      </Box>
      {chosen.length > 0 && (
        <Alert severity="info" variant="outlined" icon={false} sx={{ mt: 1 }}>
          For {chosen.map(word).join(', ')}, a supplier’s certificate and a qualified person decide. Stampo compares; it
          does not certify.
        </Alert>
      )}
    </div>
  );
}
