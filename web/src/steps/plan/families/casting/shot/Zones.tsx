import { Button, Typography } from '@mui/material';
import { useFieldArray, useFormContext } from 'react-hook-form';
import type { CastingChoices, CastingFigures, Material } from '../../../../../app/api/types';
import { Figure } from '../../../../../shared/Figure';
import { number } from '../../../../../shared/format';
import { minutes } from '../../../moments';
import { PlanFindings } from '../../../PlanFindings';
import { EntrySection } from '../EntrySection';
import { BatchCard } from './BatchCard';
import { ZoneForm } from './ZoneForm';

type Zone = CastingChoices['zones'][number];

interface Props {
  plan: CastingChoices;
  figures: CastingFigures;
  resins: readonly Material[];
}

/** What is poured after the first resin: other hardnesses, a skin, a pad, or the same again round hardware. */
export function Zones({ plan, figures, resins }: Props) {
  const { control } = useFormContext<CastingChoices>();
  const { fields, append, remove } = useFieldArray({ control, name: 'zones' });
  const height = figures.shape?.attitude.bboxMm[2];
  const another: Zone = {
    name: `Zone ${fields.length + 1}`,
    materialId: plan.pour.materialId,
    by: 'pocket',
    fromMm: null,
    cm3: 1,
    meshName: null,
    hardwareFirst: false,
    waitMin: null,
  };
  return (
    <section aria-label="Poured after it">
      {fields.length > 0 && (
        <Typography variant="h2" sx={{ mt: 4 }}>
          Poured after it
        </Typography>
      )}
      {fields.map((field, i) => {
        const zone = figures.zones[i];
        const chosen = plan.zones[i];
        return (
          <EntrySection
            key={field.id}
            name={zone?.name ?? 'New zone'}
            form={<ZoneForm index={i} resins={resins} heightMm={height} onRemove={() => remove(i)} />}
          >
            {zone && chosen ? (
              <div>
                <BatchCard
                  batch={zone.batch}
                  pour={plan.pour}
                  resin={`${zone.name}: ${resins.find((r) => r.id === chosen.materialId)?.name}`}
                  prefix={`zone${i + 1}-`}
                >
                  <Figure
                    label="The pour under it has gelled after"
                    value={minutes(zone.gelsAfterMin)}
                    line={`zone${i + 1}Gels`}
                  />
                  <Figure
                    label="It bonds by itself until"
                    value={minutes(zone.bondsUntilMin)}
                    line={`zone${i + 1}Bonds`}
                  />
                  <Figure label="Of one part" value={number(zone.cm3, 3)} unit="cm³" line={`zone${i + 1}Cm3`} />
                </BatchCard>
                <PlanFindings findings={zone.messages} />
              </div>
            ) : (
              <div />
            )}
          </EntrySection>
        );
      })}
      <Button variant="outlined" sx={{ my: 2 }} onClick={() => append(another)}>
        Pour another resin after it
      </Button>
    </section>
  );
}
