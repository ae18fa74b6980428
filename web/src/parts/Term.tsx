import Tooltip from '@mui/material/Tooltip';
import type { ReactNode } from 'react';
import { GLOSSARY, type GlossaryKey } from '@hiraeth/core';

/** A word of the field that says what it means when one points at it or comes to it by keyboard. */
export function Term({ of, children }: { readonly of: GlossaryKey; readonly children?: ReactNode }) {
  const { word, meaning } = GLOSSARY[of];
  return (
    <Tooltip
      title={meaning}
      describeChild
      arrow
      enterTouchDelay={0}
      leaveTouchDelay={6000}
      slotProps={{
        tooltip: {
          sx: { fontSize: 14, lineHeight: 1.4, bgcolor: 'text.primary', color: 'background.paper' },
        },
      }}
    >
      <button type="button" className="term">
        {children ?? word}
      </button>
    </Tooltip>
  );
}
