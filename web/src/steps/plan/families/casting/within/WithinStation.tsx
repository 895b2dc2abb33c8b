import { Box, Button, Typography } from '@mui/material';
import { useFieldArray, useFormContext } from 'react-hook-form';
import type { CastingChoices, CastingFigures } from '../../../../../app/api/types';
import { Figure } from '../../../../../shared/Figure';
import { number } from '../../../../../shared/format';
import { PlanFindings } from '../../../PlanFindings';
import { EntrySection } from '../EntrySection';
import type { StationProps } from '../station';
import { ThingForm } from './ThingForm';

const plain: CastingChoices['things'][number] = {
  name: 'Board',
  kind: 'board',
  count: 1,
  volumeCm3: 2,
  massG: 4,
  wallMm: 2,
  guards: 0,
  mostC: null,
  mostKpa: null,
  vacuumSafe: true,
  price: 0,
  polymer: null,
};

/** What is cast into the part: how it is held, what it stands, and what a spoiled part costs. */
export default function WithinStation({ figures, offers }: StationProps) {
  const { control } = useFormContext<CastingChoices>();
  const { fields, append, remove } = useFieldArray({ control, name: 'things' });
  const { enclosed } = figures;
  return (
    <>
      <Typography>
        Boards, cables, magnets, bushes, rods, or a rigid first part that the soft one is cast onto. Each is held so
        that it can’t float or sag, with room for air to leave from under it.
      </Typography>
      {fields.map((field, i) => (
        <EntrySection
          key={field.id}
          name={enclosed.things[i]?.name ?? 'New thing'}
          form={<ThingForm index={i} prints={offers.materials['printed.printId']!} onRemove={() => remove(i)} />}
        >
          <Held thing={enclosed.things[i]} index={i} />
        </EntrySection>
      ))}
      <Button
        variant={fields.length ? 'outlined' : 'contained'}
        sx={{ my: 2 }}
        onClick={() => append({ ...plain, name: `Thing ${fields.length + 1}` })}
      >
        Add a thing
      </Button>
      {fields.length > 0 && (
        <Box sx={{ maxWidth: 460 }}>
          <Figure label="Resin they save in one part" value={number(enclosed.displacedCm3, 3)} unit="cm³" />
          <Figure label="Hand cleaning, each part" value={number(enclosed.cleanMin, 2)} unit="min" />
          <Figure label="Lost with one spoiled part" value={number(enclosed.spoiledCost, 3)} unit="€" />
          {enclosed.bond && (
            <Typography sx={{ mt: 1 }}>
              The resin holds on the first part <b>{enclosed.bond.strength}</b>: {enclosed.bond.note}. Scuff, prime, and
              cast inside the bonding window of its data sheet{enclosed.bond.strength === 'poor' && '; draw interlocks'}
              .
            </Typography>
          )}
        </Box>
      )}
    </>
  );
}

function Held({ thing, index }: { thing: CastingFigures['enclosed']['things'][number] | undefined; index: number }) {
  if (!thing) return <div />;
  const up = thing.liftN > 0;
  return (
    <div>
      <Typography variant="h2">{thing.name}</Typography>
      <Figure
        label={up ? 'The liquid resin lifts each of them' : 'Each sinks with'}
        value={number(Math.abs(thing.liftN) < 0.1 ? Math.abs(thing.liftN) * 1000 : Math.abs(thing.liftN), 2)}
        unit={Math.abs(thing.liftN) < 0.1 ? 'mN' : 'N'}
        line={`lift${index + 1}`}
      />
      <Typography sx={{ mt: 1 }}>Held {thing.hold}.</Typography>
      <PlanFindings findings={thing.messages} />
    </div>
  );
}
