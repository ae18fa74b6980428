const FIELDS = /^(INPUT|TEXTAREA|SELECT)$/;
const LETTER = /^[a-z?/]$/i;
const CONTROLS = /^(BUTTON|A)$/;

/** A field into which a weight goes and nothing was typed yet: a letter cannot be meant for it. */
const waitsForAMass = (target: EventTarget | null): boolean =>
  target instanceof HTMLInputElement && target.dataset.mass !== undefined && target.value === '';

/**
 * A key pressed by itself, while nobody types. With `offControls` also not on a button or link, which has its own use for
 * Space and Enter.
 */
export function isPlainKey(event: KeyboardEvent, offControls = false): boolean {
  const on = event.target instanceof HTMLElement ? event.target.tagName : '';
  if (offControls && CONTROLS.test(on)) return false;
  if (FIELDS.test(on) && !(LETTER.test(event.key) && waitsForAMass(event.target))) return false;
  return !event.ctrlKey && !event.metaKey && !event.altKey;
}
