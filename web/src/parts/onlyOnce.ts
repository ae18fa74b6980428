import type { MouseEvent } from 'react';

/**
 * For `onClickCapture`: the second click of a double click does not press a button again. Wet gloves click twice, and what
 * stood under the first click may have given way to something else. Inside `data-repeat` every click counts.
 */
export function onlyOnce(event: MouseEvent): void {
  const pressed = event.target instanceof Element ? event.target.closest('button') : null;
  if (event.detail < 2 || !pressed || pressed.closest('[data-repeat]')) return;
  event.preventDefault();
  event.stopPropagation();
}
