import { useParams } from 'react-router';
import type { Finding } from '../../app/api/types';
import { Findings } from '../../shared/Findings';
import { useGo } from '../../shared/useGo';
import { placeText } from '../../shared/viewer/place';

/** What a plan found, each place shown on the part. */
export function PlanFindings({ findings }: { findings: readonly Finding[] }) {
  const { projectId = '' } = useParams();
  const go = useGo();
  const show = ({ place }: Finding) => place && void go(`/projects/${projectId}/part?place=${placeText(place)}`);
  return <Findings findings={findings} onShow={show} />;
}
