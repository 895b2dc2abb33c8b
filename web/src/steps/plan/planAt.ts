import { useParams, useSearchParams } from 'react-router';

/** Where a plan is: its project and, when the address says one, the stretch of the decision. */
export function usePlanAt() {
  const { projectId = '' } = useParams();
  const stretch = useSearchParams()[0].get('stretch') ?? undefined;
  return planAt(projectId, stretch);
}

export function planAt(projectId: string, stretch?: string) {
  const asked = stretch ? `?stretch=${encodeURIComponent(stretch)}` : '';
  return {
    projectId,
    stretch,
    params: { path: { id: projectId }, query: { stretch } },
    /** A page of this plan. */
    page: (name: 'plan' | 'traveller', more: Record<string, string> = {}) => {
      const search = new URLSearchParams({ ...(stretch && { stretch }), ...more }).toString();
      return `/projects/${projectId}/${name}${search && `?${search}`}`;
    },
    /** A file of this plan. */
    file: (name: string) => `/api/projects/${projectId}/plan/${name}${asked}`,
  };
}

export type PlanAt = ReturnType<typeof planAt>;
