import { useCallback } from 'react';
import { useSearchParams } from 'react-router';
import { useAddress } from '../useAddress';
import { type Look, lookNames } from './looks';

export type Axis = 'x' | 'y' | 'z';

/** A cut across the part at this share of its extent along the axis; what stands before it is taken away. */
export interface Cut {
  axis: Axis;
  share: number;
}

/** What the viewer shows, kept in the address: the map, the cut, and the finding or place flown to. */
export function useView() {
  const [search] = useSearchParams();
  const change = useAddress();
  const look = search.get('look');
  const [axis, share] = (search.get('cut') ?? '').split(':');
  const cut: Cut | null =
    axis && /^[xyz]$/.test(axis) ? { axis: axis as Axis, share: Math.min(1, Math.max(0, Number(share) || 0)) } : null;
  return {
    look: (look && look in lookNames ? look : 'plain') as Look,
    cut,
    at: search.get('at'),
    place: search.get('place'),
    setLook: useCallback((to: Look) => change({ look: to === 'plain' ? null : to }), [change]),
    setCut: useCallback(
      (to: Cut | null) => change({ cut: to && `${to.axis}:${Math.round(to.share * 1000) / 1000}` }),
      [change],
    ),
    /** Flies to a finding, with the map that shows it. */
    show: useCallback(
      (at: string, to: Look) => change({ at, place: null, look: to === 'plain' ? null : to }),
      [change],
    ),
  };
}
