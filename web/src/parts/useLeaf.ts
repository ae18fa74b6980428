import { useParams } from 'react-router';
import { LEAVES, type WithLeaves } from './placeList';

type Below<P extends WithLeaves> = Exclude<(typeof LEAVES)[P][number][0], '' | `/${string}`>;

/** The leaf of a place that the address asks for; null: the first, also where there is none of that name. */
export function useLeaf<P extends WithLeaves>(of: P): Below<P> | null {
  const { leaf } = useParams();
  const known = LEAVES[of] as readonly (readonly [to: string, name: string])[];
  return leaf !== undefined && known.some(([to]) => to === leaf) ? (leaf as Below<P>) : null;
}
