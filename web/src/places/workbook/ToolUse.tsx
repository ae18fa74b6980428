import { retireTool, toolBack } from '@hiraeth/core/acts';
import type { AnyTool } from '@hiraeth/core/ledger';
import Button from '@mui/material/Button';
import { useAct, useLedger } from '../../state/hooks';

/** Puts a scale, a syringe or another tool out of use, and back: broken or lost, nobody is told to use it any more. */
export function ToolUse({ tool }: { readonly tool: AnyTool }) {
  const ledger = useLedger();
  const act = useAct();
  return ledger.state.toolsGone.has(tool.id) ? (
    <Button
      size="small"
      onClick={() => void act(toolBack(ledger, tool))}
      aria-label={`${tool.name} is in use again`}
    >
      In use again
    </Button>
  ) : (
    <Button size="small" onClick={() => void act(retireTool(tool))} aria-label={`${tool.name} is out of use`}>
      Out of use
    </Button>
  );
}
