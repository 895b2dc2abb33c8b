import { Box, Typography } from '@mui/material';
import type { InjectionChoices, InjectionFigures } from '../../../../app/api/types';
import { Figure } from '../../../../shared/Figure';
import { number } from '../../../../shared/format';
import { stackingTable } from '../../../../shared/stackingTable';
import { NamedChoice } from '../../NamedChoice';
import { PlanFindings } from '../../PlanFindings';
import { PlanNumber } from '../../planForm';
import { FigureGrid, StationSheet, type StationProps } from './station';

/** What the press is set to first, and which presses take the tool. */
export default function PressStation({ figures, offers, work }: StationProps) {
  const { process } = figures;
  return (
    <StationSheet
      inputs={
        <>
          <NamedChoice
            name="plastic.materialId"
            label="Plastic"
            options={offers.materials['plastic.materialId']!}
            hint={({ source }) => source}
          />
          <PlanNumber<InjectionChoices>
            name="process.meltC"
            label="Melt"
            unit="°C"
            optional
            min={100}
            max={450}
            hint={`now ${number(process.meltC!)} °C; the data sheet goes first`}
          />
          <PlanNumber<InjectionChoices>
            name="process.moldC"
            label="Wall of the tool"
            unit="°C"
            optional
            min={5}
            max={220}
            hint={`now ${number(process.moldC!)} °C`}
          />
        </>
      }
    >
      <PlanFindings findings={work.at.press ?? []} />
      <Typography variant="h2">First settings</Typography>
      <FigureGrid>
        <Figure label="Dry" value={process.drying ?? 'see the data sheet'} />
        <Figure label="Cycle" value={number(process.cycleS!, 3)} unit="s" line="cycle" />
        <Figure label="Fill" value={number(process.fillS!, 2)} unit="s" />
        <Figure label="Cool" value={number(process.coolS!, 3)} unit="s" line="cycleCool" />
        {process.fillMpa != null && (
          <Figure label="Pressure at the gate, to fill" value={number(process.fillMpa, 2)} unit="MPa" line="fillMpa" />
        )}
        {process.packMpa != null && <Figure label="Pack at" value={number(process.packMpa, 2)} unit="MPa" />}
        <Figure label="Gate freezes after about" value={number(process.packS!, 2)} unit="s" />
        <Figure label="Clamp" value={number(process.clampKn!, 3)} unit="kN" line="clamp" />
        <Figure label="Shot" value={number(process.shotG!, 3)} unit="g" line="shotG" />
        <Figure
          label="Water through each half"
          value={number(process.waterLPerMin!, 2)}
          unit="L/min"
          line="waterHalf"
        />
        <Figure label="Parts an hour" value={number(process.partsPerH!, 3)} line="partsPerH" />
        <Figure label="Of a person" value={number(100 * process.personShare!, 2)} unit="%" />
      </FigureGrid>
      <Typography variant="h2" sx={{ mt: 2.5 }}>
        Presses
      </Typography>
      <Presses presses={figures.presses} />
    </StationSheet>
  );
}

function Presses({ presses }: { presses: InjectionFigures['presses'] }) {
  return (
    <Box component="table" sx={stackingTable}>
      <thead>
        <tr>
          <th scope="col">Press</th>
          <th scope="col">Of its barrel</th>
          <th scope="col">Melt stands</th>
          <th scope="col">Takes the tool</th>
        </tr>
      </thead>
      <tbody>
        {presses.map((press) => (
          <tr key={press.name}>
            <td>
              <b>{press.name}</b>
            </td>
            <td data-of="of its barrel">{press.shotPct != null && `${number(press.shotPct, 2)} %`}</td>
            <td data-of="melt stands">{press.residenceMin != null && `${number(press.residenceMin, 2)} min`}</td>
            <td>
              {press.against.length === 0 && press.notKnown.length === 0 && 'yes'}
              {press.against.map((against) => (
                <Typography key={against} variant="body2" color="error">
                  no: {against}
                </Typography>
              ))}
              {press.notKnown.length > 0 && (
                <Typography variant="body2" color="textSecondary">
                  not known: {press.notKnown.join(', ')}
                </Typography>
              )}
            </td>
          </tr>
        ))}
      </tbody>
    </Box>
  );
}
