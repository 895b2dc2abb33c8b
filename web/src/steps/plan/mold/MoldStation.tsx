import type { StationProps } from '../station';
import { FillPlan } from './FillPlan';
import { PrintedPlan } from './PrintedPlan';
import { SiliconePlan } from './SiliconePlan';

/** What the resin is poured into: a silicone mold, a printed one, or the print itself. */
export default function MoldStation(props: StationProps) {
  if (props.answer.silicone) return <SiliconePlan {...props} silicone={props.answer.silicone} />;
  if (props.answer.printed) return <PrintedPlan {...props} printed={props.answer.printed} />;
  return props.answer.fill ? <FillPlan {...props} fill={props.answer.fill} /> : null;
}
