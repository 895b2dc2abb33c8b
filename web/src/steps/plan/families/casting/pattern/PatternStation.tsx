import { Alert, Box, Button, Typography } from '@mui/material';
import type { CastingChoices, ThreePoint } from '../../../../../app/api/types';
import { Figure } from '../../../../../shared/Figure';
import { number, range } from '../../../../../shared/format';
import { FormCheck, FormChoice } from '../../../../../shared/formFields';
import { usePlanAt } from '../../../planAt';
import { PlanNumber } from '../../../planForm';
import { patternNames } from '../names';
import { StationSheet, type StationProps } from '../station';

const scales = (scale: ThreePoint) =>
  typeof scale === 'number' ? scale.toFixed(4) : `${scale.low.toFixed(4)} to ${scale.high.toFixed(4)}`;

/** The master: how much larger, how finished, and whether it would stop the silicone. */
export default function PatternStation({ figures, plan }: StationProps) {
  const planned = usePlanAt();
  const pattern = figures.pattern!;
  const { inhibition } = pattern;
  return (
    <StationSheet
      inputs={
        <>
          <FormChoice<CastingChoices>
            name="pattern.material"
            label="Made of"
            options={Object.keys(patternNames)}
            names={patternNames}
            sx={{ gridColumn: '1 / -1' }}
          />
          <Box sx={{ gridColumn: '1 / -1', display: 'flex', flexDirection: 'column' }}>
            {plan.pattern.material === 'printedResin' && (
              <FormCheck<CastingChoices> name="pattern.postCured" label="Post-cured fully, light and heat" />
            )}
            <FormCheck<CastingChoices> name="pattern.sealed" label="Sealed with a barrier coat" />
            <FormCheck<CastingChoices> name="pattern.dabPassed" label="Test dab on it cured clean after 24 h" />
            <FormCheck<CastingChoices>
              name="pattern.softCores"
              label="Leave slender holes to silicone cores, no pins"
            />
          </Box>
          <PlanNumber name="pattern.plugs" label="Deep hollows with a plug" unit="" whole min={0} max={100} />
        </>
      }
      more={
        <>
          <Typography variant="body2" color="textSecondary" sx={{ mt: 1.5 }}>
            Grade of the show side, inserts, guards and lettering come from the brief; the silicone from the mold.
          </Typography>
        </>
      }
    >
      <Alert severity={inhibition.isSafe ? 'success' : 'error'} sx={{ mb: 2 }}>
        <b>{inhibition.isSafe ? 'Safe to pour silicone on.' : 'Not called safe.'}</b> {inhibition.says}
        {inhibition.toDo.length > 0 && (
          <Box component="ol" sx={{ my: 0.5, pl: 2.5 }}>
            {inhibition.toDo.map(({ says }) => (
              <li key={says}>{says}</li>
            ))}
          </Box>
        )}
      </Alert>
      <Figure label="Make it larger by, for shrink" value={pattern.scale.toFixed(5)} unit="×" line="scale" large />
      <Figure
        label={`Over all, ${pattern.count === 1 ? 'the pattern' : `each of ${pattern.count} patterns`}`}
        value={pattern.targetMm.map((mm) => mm.toFixed(2)).join(' × ')}
        unit="mm"
        large
      />
      <Typography variant="body2" color="textSecondary" sx={{ mb: 1 }}>
        Shrink:{' '}
        {pattern.shrinks
          .filter(({ pct }) => pct !== 0)
          .map(({ name, pct }) => `${name} ${range(pct, 2)} %`)
          .join('; ')}
        . As a range {scales(pattern.scaleRange)}; the first article settles it.
        {figures.shape && (
          <>
            {' '}
            Take the scaled model:
            <Button href={planned.file('pattern/stl')}>STL</Button>
            <Button href={planned.file('pattern/3mf')}>3MF</Button>
          </>
        )}
      </Typography>
      <Figure
        label={`Show side${pattern.count > 1 ? ', each' : ''}, ${pattern.coats ? `${pattern.coats} coats of primer, each wet-sanded` : 'as it comes off the machine'}`}
        value={number(pattern.showH, 2)}
        unit="h"
        line="showH"
      />
      <Figure
        label={`Back side, ${number(pattern.backDm2, 2)} dm²: clean enough to release`}
        value={number(pattern.backH, 2)}
        unit="h"
        line="backH"
      />
      {pattern.printH != null && (
        <Figure
          label={pattern.count === 1 ? 'On the printer' : `On the printer, all ${pattern.count}`}
          value={number(pattern.printH, 2)}
          unit="h"
          line="patternPrintH"
        />
      )}
      <Figure label="Show side" value={number(pattern.showDm2, 3)} unit="dm²" />
      {pattern.holes.length > 0 && (
        <Typography variant="h2" sx={{ mt: 2 }}>
          Slender blind holes
        </Typography>
      )}
      <ul>
        {pattern.holes.map((hole) => (
          <li key={hole.says}>{hole.says}</li>
        ))}
        {pattern.advice.map((line) => (
          <li key={line}>{line}</li>
        ))}
      </ul>
    </StationSheet>
  );
}
