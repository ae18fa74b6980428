import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import { createContext, useCallback, useContext, useRef, useState, type ReactNode } from 'react';
import { explain, type FactProblem } from '@hiraeth/core';

type Ask = (problems: readonly FactProblem[]) => Promise<boolean>;
const AskContext = createContext<Ask>(() => Promise.resolve(false));
export const useAsk = (): Ask => useContext(AskContext);

/** Says what is wrong with an entry; where a person may know better, lets them confirm it. */
export function AskProvider({ children }: { readonly children: ReactNode }) {
  const [problems, setProblems] = useState<readonly FactProblem[] | null>(null);
  const answer = useRef<(yes: boolean) => void>(() => undefined);
  const ask = useCallback<Ask>(
    (list) =>
      new Promise((resolve) => {
        answer.current(false);
        answer.current = resolve;
        setProblems(list);
      }),
    [],
  );
  const close = (yes: boolean): void => {
    setProblems(null);
    answer.current(yes);
  };
  const mayConfirm = problems?.every((problem) => problem.severity === 'ask') ?? false;
  return (
    <AskContext value={ask}>
      {children}
      <Dialog open={problems !== null} onClose={() => close(false)} aria-labelledby="ask-title">
        <DialogTitle id="ask-title">
          {mayConfirm ? 'Is this what you want?' : 'This cannot be right'}
        </DialogTitle>
        <DialogContent>
          <div className="stack">
            {problems?.map((problem, i) => (
              <p key={i}>{explain(problem)}</p>
            ))}
            <p className="soft">Nothing has been recorded yet.</p>
          </div>
        </DialogContent>
        <DialogActions>
          {mayConfirm && (
            <Button color="warning" onClick={() => close(true)}>
              Yes, record it so
            </Button>
          )}
          <Button variant="contained" autoFocus onClick={() => close(false)}>
            Go back and correct
          </Button>
        </DialogActions>
      </Dialog>
    </AskContext>
  );
}
