import Button from '@mui/material/Button';
import { useEffect } from 'react';
import { Link, useNavigate, useSearchParams } from 'react-router';
import { TOUR } from './tour';

/** The stop of the tour that one is at, above every place, until it is ended. */
export default function TourBand() {
  const [params, setParams] = useSearchParams();
  const navigate = useNavigate();
  const at = Number(params.get('tour') ?? 0) - 1;
  const stop = TOUR[at];
  const last = at === TOUR.length - 1;
  const to = (i: number): string => `${TOUR[i]!.to}?tour=${i + 1}`;
  useEffect(() => {
    // The address of a stop that was typed wrongly is as if there were no tour.
    if (params.has('tour') && !stop) setParams({}, { replace: true });
  }, [params, stop, setParams]);
  if (!stop) return null;
  return (
    <section className="band tour" aria-label="Tour">
      <span role="status">
        <strong>
          {at + 1} of {TOUR.length}.
        </strong>{' '}
        {stop.look}
      </span>
      <span className="row" style={{ flexWrap: 'nowrap', marginLeft: 'auto' }}>
        {at > 0 && (
          <Button size="small" component={Link} to={to(at - 1)}>
            Back
          </Button>
        )}
        <Button size="small" variant="contained" onClick={() => void navigate(last ? '/' : to(at + 1))}>
          {last ? 'Done' : 'Next'}
        </Button>
        {!last && (
          <Button size="small" sx={{ whiteSpace: 'nowrap' }} onClick={() => setParams({})}>
            End the tour
          </Button>
        )}
      </span>
    </section>
  );
}
