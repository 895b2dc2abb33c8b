import { Alert, Box, Button, MenuItem, TextField, ToggleButton, ToggleButtonGroup, Typography } from '@mui/material';
import { useFormContext, useWatch } from 'react-hook-form';
import type { Problem } from '../../app/api/client';
import type { Brief } from '../../app/api/types';
import { FormChoice, FormNumber } from '../../shared/formFields';
import { NumberField } from '../../shared/NumberField';
import { families, finishes } from './briefForm';

/** What the part must be able to do: each target with its value, and whether it is a must or a want. */
export function Requirements({ problem }: { problem: Problem | null }) {
  const refused = (field: string) => (problem?.field === field ? problem.message : undefined);
  return (
    <section aria-labelledby="requirements">
      <Typography variant="h2" id="requirements" sx={{ mb: 1.5 }}>
        What it must be
      </Typography>
      <Box sx={{ display: 'grid', gap: 2.25 }}>
        <Box sx={{ display: 'flex', gap: 2, flexWrap: 'wrap' }}>
          <FormChoice<Brief> name="family" label="Production material" options={families} sx={{ width: 200 }} />
          <FormChoice<Brief> name="showSide" label="Show side" options={finishes} sx={{ width: 200 }} />
        </Box>
        <HardnessRow refused={refused('hardness.value')} />
        <TemperatureRow refused={refused('serviceTemperature.celsius')} />
        <Box sx={{ display: 'flex', gap: 2, flexWrap: 'wrap' }}>
          <FormNumber<Brief> name="inserts" label="Molded-in inserts" unit="" whole min={0} max={200} />
          <FormNumber<Brief>
            name="toolingBudget"
            label="Tooling budget"
            unit="€"
            optional
            min={0}
            max={1e9}
            hint="empty: not limited"
            refused={refused('toolingBudget')}
          />
        </Box>
        <Alert severity="info" variant="outlined" icon={false}>
          For skin, food, medical, flame, pressure or lifting use, a supplier’s certificate and a qualified person
          decide. Stampo compares; it does not certify.
        </Alert>
      </Box>
    </section>
  );
}

function HardnessRow({ refused }: { refused?: string }) {
  const { control, setValue } = useFormContext<Brief>();
  const target = useWatch({ control, name: 'hardness' });
  const put = (change: Partial<NonNullable<Brief['hardness']>>) => setValue('hardness', { ...target!, ...change });
  if (!target)
    return (
      <Add
        what="Hardness"
        onAdd={() => setValue('hardness', { scale: 'a', value: 60, tolerancePoints: 5, must: false })}
      />
    );
  return (
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
        width={150}
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
        sx={{ width: 76 }}
      >
        <MenuItem value="a">A</MenuItem>
        <MenuItem value="d">D</MenuItem>
      </TextField>
      <NumberField
        label="Within ±"
        unit=""
        width={82}
        min={0}
        max={50}
        value={target.tolerancePoints}
        onChange={(value) => value !== null && put({ tolerancePoints: value })}
      />
    </Target>
  );
}

function TemperatureRow({ refused }: { refused?: string }) {
  const { control, setValue } = useFormContext<Brief>();
  const target = useWatch({ control, name: 'serviceTemperature' });
  const put = (change: Partial<NonNullable<Brief['serviceTemperature']>>) =>
    setValue('serviceTemperature', { ...target!, ...change });
  if (!target)
    return (
      <Add what="Service temperature" onAdd={() => setValue('serviceTemperature', { celsius: 60, must: false })} />
    );
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

function Add({ what, onAdd }: { what: string; onAdd: () => void }) {
  return (
    <Box sx={{ display: 'flex', alignItems: 'center', gap: 2 }}>
      <Typography color="textSecondary" sx={{ width: 170 }}>
        {what}: any
      </Typography>
      <Button onClick={onAdd}>Set a target</Button>
    </Box>
  );
}

function Target({
  name,
  must,
  onMust,
  onDrop,
  children,
}: {
  name: string;
  must: boolean;
  onMust: (must: boolean) => void;
  onDrop: () => void;
  children: React.ReactNode;
}) {
  return (
    <Box role="group" aria-label={name} sx={{ display: 'flex', gap: 1.5, alignItems: 'flex-start', flexWrap: 'wrap' }}>
      {children}
      <ToggleButtonGroup
        exclusive
        size="small"
        value={must}
        aria-label={`${name} is a must or a want`}
        onChange={(_, value: boolean | null) => value !== null && onMust(value)}
        sx={{ height: 36 }}
      >
        <ToggleButton value={true}>must</ToggleButton>
        <ToggleButton value={false}>want</ToggleButton>
      </ToggleButtonGroup>
      <Button color="inherit" onClick={onDrop} aria-label={`Drop ${name.toLowerCase()}`} sx={{ mt: 0.5 }}>
        Drop
      </Button>
    </Box>
  );
}
