import { useEffect, useRef } from 'react';

const TEXT_TYPES = /^(|text|search|number|tel|email|url|password|date|time|datetime-local|month|week)$/;
/** Keys of a scale that types follow each other faster than anybody does, ms. */
const BURST_MS = 80;

/** Does what is typed go into a text of its own there? */
function isTextField(target: EventTarget | null): boolean {
  if (target instanceof HTMLTextAreaElement) return true;
  if (target instanceof HTMLInputElement) return TEXT_TYPES.test(target.getAttribute('type') ?? '');
  return target instanceof HTMLElement && target.isContentEditable;
}

/**
 * A scale that types (or a person without a mouse) need not find the field: a number typed anywhere but in a text goes to the
 * scale, and its Enter takes the weight. It never chooses in a list, and never presses a button.
 *
 * @param field of the scale
 * @param onText the number so far
 */
export function useTypedWeight(
  field: React.RefObject<HTMLInputElement | null>,
  onText: (text: string) => void,
): void {
  const write = useRef(onText);
  useEffect(() => {
    write.current = onText;
  });
  useEffect(() => {
    // What was typed while a question stood over the page: kept for afterwards, none of it reaches the question.
    let behind = '';
    let last = 0;
    const onKey = (event: KeyboardEvent): void => {
      if (event.ctrlKey || event.metaKey || event.altKey || isTextField(event.target)) return;
      const fast = event.timeStamp - last < BURST_MS;
      const asked = document.querySelector('[role="dialog"], [role="alertdialog"]') !== null;
      const isNumber = /^[0-9]$/.test(event.key) || (behind !== '' && /^[.,+-]$/.test(event.key));
      if (isNumber && asked) {
        last = event.timeStamp;
        behind = fast ? behind + event.key : event.key;
        event.preventDefault();
        event.stopPropagation();
        write.current(behind);
      } else if (isNumber) {
        // The field has the focus before the key is typed: all that follows, its Enter too, goes there by itself.
        event.preventDefault();
        event.stopPropagation();
        field.current?.focus();
        write.current(event.key);
      } else if (event.key === 'Enter' && behind !== '' && fast) {
        behind = '';
        event.preventDefault();
        event.stopPropagation();
      } else behind = '';
    };
    window.addEventListener('keydown', onKey, { capture: true });
    return () => window.removeEventListener('keydown', onKey, { capture: true });
  }, [field]);
}
