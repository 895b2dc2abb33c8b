import type { StationProps } from '../station';
import { FillPlan } from './FillPlan';
import { PrintedPlan } from './PrintedPlan';
import { SiliconePlan } from './SiliconePlan';

/** What the resin is poured into: a silicone mold, a printed one, or the print itself. */
export default function MoldStation(props: StationProps) {
  if (props.figures.silicone) return <SiliconePlan {...props} silicone={props.figures.silicone} />;
  if (props.figures.printed) return <PrintedPlan {...props} printed={props.figures.printed} />;
  return props.figures.filledPrint ? <FillPlan {...props} fill={props.figures.filledPrint} /> : null;
}
