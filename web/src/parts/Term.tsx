import { useId, useRef, type ReactNode } from 'react';
import { GLOSSARY, type GlossaryKey } from '@hiraeth/core/words';

const GAP = 6;
const MARGIN = 8;

/**
 * A word of the field that says what it means when one points at it or comes to it by keyboard; Escape takes that away. The
 * browser's own top layer shows it, so that no table cuts it off.
 */
export function Term({ of, children }: { readonly of: GlossaryKey; readonly children?: ReactNode }) {
  const { word, meaning } = GLOSSARY[of];
  const id = useId();
  const tip = useRef<HTMLSpanElement>(null);
  const show = (at: HTMLElement): void => {
    const box = tip.current;
    // A browser without the top layer still tells it to those who listen.
    if (!box?.showPopover || box.matches(':popover-open')) return;
    box.showPopover();
    const word_ = at.getBoundingClientRect();
    const { width, height } = box.getBoundingClientRect();
    const below = word_.bottom + GAP + height < window.innerHeight;
    box.style.top = `${below ? word_.bottom + GAP : word_.top - GAP - height}px`;
    box.style.left = `${Math.max(MARGIN, Math.min(word_.left, window.innerWidth - width - MARGIN))}px`;
  };
  const hide = (): void => {
    const box = tip.current;
    if (box?.showPopover && box.matches(':popover-open')) box.hidePopover();
  };
  return (
    <>
      <button
        type="button"
        className="term"
        aria-describedby={id}
        onMouseEnter={(event) => show(event.currentTarget)}
        onMouseLeave={hide}
        onFocus={(event) => show(event.currentTarget)}
        onBlur={hide}
        onClick={(event) => show(event.currentTarget)}
        onKeyDown={(event) => event.key === 'Escape' && hide()}
      >
        {children ?? word}
      </button>
      <span ref={tip} id={id} role="tooltip" popover="manual" className="tip">
        {meaning}
      </span>
    </>
  );
}
