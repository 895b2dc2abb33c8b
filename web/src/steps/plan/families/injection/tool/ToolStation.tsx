import { Box, Link, Typography } from '@mui/material';
import type { InjectionChoices, InjectionFigures } from '../../../../../app/api/types';
import { Figure } from '../../../../../shared/Figure';
import { number } from '../../../../../shared/format';
import { stackingTable } from '../../../../../shared/stackingTable';
import { PlanFindings } from '../../../PlanFindings';
import { usePlanAt } from '../../../planAt';
import { PlanNumber } from '../../../planForm';
import { sideNames } from '../names';
import { FigureGrid, StationSheet, type StationProps } from '../station';
import { ToolSheet } from './ToolSheet';

/** The tool before it is cut: drawn, with its slides and its electrodes as the mesh says. */
export default function ToolStation({ figures, plan, work }: StationProps) {
  const { layout, shape } = figures;
  return (
    <>
      <ToolSheet figures={figures} plan={plan} />
      <StationSheet inputs={<Inputs plan={plan} />} more={<Files meshed={shape !== null} />}>
        <PlanFindings findings={work.at.tool ?? []} />
        {shape && <Cores shape={shape} />}
        {figures.sparked.length > 0 && <Electrodes sparked={figures.sparked} />}
        <FigureGrid>
          {shape && <Figure label="Parting line, all round" value={number(shape.partingLongMm!, 3)} unit="mm" />}
          {shape && <Figure label="Formed by the cavity" value={number(shape.cavityCm2!, 3)} unit="cm²" />}
          {shape && <Figure label="Formed by the core" value={number(shape.coreCm2!, 3)} unit="cm²" />}
          <Figure label="Wall round a cavity" value={number(layout.wallMm!, 3)} unit="mm" line="toolWall" />
          <Figure label="Cavity plate" value={number(layout.plates[1]!.thickMm!, 3)} unit="mm" line="cavityPlate" />
          <Figure label="Core plate" value={number(layout.plates[2]!.thickMm!, 3)} unit="mm" line="corePlate" />
          <Figure label="Opens by" value={number(layout.openMm!, 3)} unit="mm" line="toolOpens" />
          <Figure label="Ejector pins, a part" value={number(figures.pins)} line="pins" />
          <Figure label="It weighs" value={number(layout.weightKg!, 3)} unit="kg" line="toolKg" />
        </FigureGrid>
      </StationSheet>
    </>
  );
}

function Inputs({ plan }: { plan: InjectionChoices }) {
  return (
    <>
      <PlanNumber<InjectionChoices> name="water.diameterMm" label="Cooling channels" unit="mm" min={4} max={20} />
      <PlanNumber<InjectionChoices> name="water.deepDiameters" label="Below the wall" unit="× ⌀" min={1} max={5} />
      <PlanNumber<InjectionChoices>
        name="water.apartDiameters"
        label="Apart"
        unit="× ⌀"
        min={1.5}
        max={8}
        hint={`${number(plan.water.apartDiameters! * plan.water.diameterMm!, 3)} mm`}
      />
      <PlanNumber<InjectionChoices> name="water.riseK" label="Water may warm by" unit="K" min={0.5} max={15} />
      <PlanNumber<InjectionChoices> name="ejectors.diameterMm" label="Ejector pins" unit="mm" min={1} max={25} />
      <PlanNumber<InjectionChoices>
        name="process.shrinkPct"
        label="Cut larger by"
        unit="%"
        optional
        min={0}
        max={6}
        hint="empty: the middle of the plastic’s shrink"
      />
    </>
  );
}

/** What goes to a toolmaker. */
function Files({ meshed }: { meshed: boolean }) {
  const plan = usePlanAt();
  return (
    <Typography sx={{ mt: 2 }}>
      <Link href={plan.file('tool/request.pdf')}>Request for a tool, with its drawing (PDF)</Link>
      {meshed && (
        <>
          <br />
          The part as the cavity is cut, larger by the shrink: <Link href={plan.file('tool/model/stl')}>STL</Link>{' '}
          <Link href={plan.file('tool/model/3mf')}>3MF</Link>
        </>
      )}
    </Typography>
  );
}

function Cores({ shape }: { shape: NonNullable<InjectionFigures['shape']> }) {
  if (shape.sideCores.length === 0)
    return <Typography sx={{ mb: 1 }}>No undercut: two halves do, without slides or lifters.</Typography>;
  return (
    <Box component="table" sx={{ ...stackingTable, mb: 1.5 }}>
      <thead>
        <tr>
          <th scope="col">Undercut</th>
          <th scope="col">Reaches in</th>
          <th scope="col">Travels</th>
          <th scope="col">Pin, or lean</th>
          <th scope="col">Forms</th>
        </tr>
      </thead>
      <tbody>
        {shape.sideCores.map((side, i) => (
          <tr key={i}>
            <td>
              <b>{sideNames[side.kind!]}</b>
              {side.boreMm != null && `, bore ⌀ ${number(side.boreMm, 3)} mm`}
            </td>
            <td data-of="reaches in">{number(side.undercutMm!, 3)} mm</td>
            <td data-of="travels">{side.along && `${number(side.travelMm!, 3)} mm`}</td>
            <td data-of="leans">{side.angleDeg != null && `${number(side.angleDeg, 2)}°`}</td>
            <td data-of="forms">{number(side.areaCm2!, 2)} cm²</td>
          </tr>
        ))}
      </tbody>
    </Box>
  );
}

function Electrodes({ sparked }: { sparked: InjectionFigures['sparked'] }) {
  return (
    <Box component="table" sx={{ ...stackingTable, mb: 1.5 }}>
      <thead>
        <tr>
          <th scope="col">Electrode</th>
          <th scope="col">In the</th>
          <th scope="col">Forms</th>
          <th scope="col">Deep</th>
          <th scope="col">Wide, or round</th>
        </tr>
      </thead>
      <tbody>
        {sparked.map((one, i) => (
          <tr key={i}>
            <td>
              <b>{one.for === 'rib' ? 'Rib' : 'Corners'}</b>
            </td>
            <td data-of="in the">{one.in}</td>
            <td data-of="forms">{number(one.areaCm2!, 2)} cm²</td>
            <td data-of="deep">{number(one.deepMm!, 3)} mm</td>
            <td data-of="wide">{number(one.wideMm!, 2)} mm</td>
          </tr>
        ))}
      </tbody>
    </Box>
  );
}
