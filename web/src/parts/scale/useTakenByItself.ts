import { useEffect, useRef, useState } from 'react';
import { NOT_YET, takeByItself } from '@hiraeth/core/scale';
import { useScale, type ScaleState } from '../../devices/useScale';
import { remember } from '../../state/remember';
import { beep } from '../beep';

/** Where the choice to take weights by hand alone is kept. */
const BY_HAND = 'hiraeth-weights-by-hand';
/** A press that was meant for the weight just taken by itself does not take it for the next. */
const JUST_TAKEN_MS = 1500;

/**
 * Takes the weight that a place asks for once it stands still on a live scale, with a tone.
 *
 * @param isTyping something stands in the field: that is what will be taken
 * @param take what stood still, g
 */
export function useTakenByItself(isTyping: boolean, take: (grams: number) => void) {
  const { hub, state, target } = useScale();
  const [byItself, setByItself] = useState(() => remember.get(BY_HAND) === null);
  const [justTaken, setJustTaken] = useState(false);
  const waiting = useRef(NOT_YET);
  const canBe = state.source !== 'typed' && target?.range !== undefined;
  const asked = canBe ? `${state.source} ${target.label} ${target.scaleId ?? ''}` : null;
  // What lies there when it is asked for is of the one before.
  useEffect(() => {
    waiting.current = { lay: hub.snapshot().massG, moved: false };
  }, [asked, hub]);
  /** Of each reading, not of each time the page is drawn: is it the weight that is asked for? */
  const heard = useRef((_now: ScaleState): void => undefined);
  useEffect(() => {
    heard.current = ({ massG, settledG }) => {
      if (!canBe || !byItself || isTyping) return;
      // A question stands over the page: one after the other.
      if (document.querySelector('[role="dialog"], [role="alertdialog"]') !== null) return;
      const step = takeByItself(waiting.current, massG, settledG, target.range);
      waiting.current = step.waiting;
      if (step.take === null) return;
      beep();
      setJustTaken(true);
      take(step.take);
    };
  });
  useEffect(() => hub.subscribe(() => heard.current(hub.snapshot())), [hub]);
  useEffect(() => {
    if (!justTaken) return undefined;
    const timer = setTimeout(() => setJustTaken(false), JUST_TAKEN_MS);
    return () => clearTimeout(timer);
  }, [justTaken]);
  return {
    /** Such a weight is asked for: it may be taken by itself, or by hand. */
    canBe,
    byItself,
    choose: (on: boolean): void => {
      setByItself(on);
      if (on) remember.drop(BY_HAND);
      else remember.set(BY_HAND, 'yes');
    },
    justTaken,
  };
}
