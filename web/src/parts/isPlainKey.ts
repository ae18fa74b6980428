const FIELDS = /^(INPUT|TEXTAREA|SELECT)$/;
const CONTROLS = /^(BUTTON|A)$/;

/**
 * A key pressed by itself, while nobody types. With `offControls` also not on a button or link, which has its own use for
 * Space and Enter.
 */
export function isPlainKey(event: KeyboardEvent, offControls = false): boolean {
  const on = event.target instanceof HTMLElement ? event.target.tagName : '';
  if (FIELDS.test(on) || (offControls && CONTROLS.test(on))) return false;
  return !event.ctrlKey && !event.metaKey && !event.altKey;
}
