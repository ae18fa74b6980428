import { useEffect } from 'react';
import { useNavigate } from 'react-router';
import { isPlainKey } from '../parts/isPlainKey';
import { PLACES } from '../parts/placeList';

/** `g`, then a letter, goes to a place; nothing while someone types. */
export function usePlaceKeys(): void {
  const navigate = useNavigate();
  useEffect(() => {
    let armed = 0;
    const onKey = (event: KeyboardEvent): void => {
      if (!isPlainKey(event)) return;
      if (armed && event.timeStamp - armed < 1500) {
        const place = PLACES.find((p) => p.key === event.key);
        armed = 0;
        if (place) {
          event.preventDefault();
          void navigate(place.to);
        }
      } else if (event.key === 'g') {
        armed = event.timeStamp;
        // On a weight's empty field it is a key as well, and not to stand there.
        event.preventDefault();
      } else armed = 0;
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, [navigate]);
}
