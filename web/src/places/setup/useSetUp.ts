import { setUp } from '@hiraeth/core/acts';
import { hasScale, settingsOf, toolsInUse } from '@hiraeth/core/ledger';
import { useEffect, useMemo, useRef, useState } from 'react';
import { useNavigate } from 'react-router';
import { useAct, useLedger } from '../../state/hooks';
import { remember } from '../../state/remember';
import { useServices } from '../../state/services';
import { useUnfinished } from '../../state/unfinished';
import { newDraft, type Draft } from './draft';
import type { Problems } from './Reading';
import { readAnswers, type PageProps } from './readAnswers';
import { readDraft } from './readDraft';

/** Where earlier builds kept the answers. */
const EARLIER = 'hiraeth-set-up';
function earlier(): unknown {
  try {
    return JSON.parse(remember.get(EARLIER) ?? 'null');
  } catch {
    return null;
  }
}

interface SettingUp extends PageProps {
  readonly problems: Problems;
  /** All answers anew; asked once more, those that stood before are back. */
  readonly anew: () => void;
  /** What stood before it was begun anew, as long as nothing was answered since. */
  readonly isAnew: boolean;
  /** Writes it all and goes to Rack; nothing while something is wrong. */
  readonly save: () => Promise<void>;
}

/** The answers so far, kept with the workbook: begun on a sheet, ended question by question, or the other way. */
export function useSetUp(): SettingUp {
  const ledger = useLedger();
  const act = useAct();
  const { newId } = useServices();
  const navigate = useNavigate();
  const [kept, keep] = useUnfinished('set-up');
  const [draft, setDraft] = useState<Draft>(() => ({
    ...readDraft(kept ?? earlier()),
    // What is owned already is not asked for again.
    ...(hasScale(ledger) ? { scaleG: '' } : {}),
    ...(toolsInUse(ledger, 'syringe').length > 0 ? { syringeMl: '' } : {}),
  }));
  const [before, setBefore] = useState<Draft | null>(null);
  const { currency } = settingsOf(ledger.context);
  const { read, problems } = useMemo(() => readAnswers(draft, currency), [draft, currency]);
  const answered = useRef(false);
  useEffect(() => {
    if (answered.current) void keep(draft);
  }, [draft, keep]);
  const put = (part: Partial<Draft>): void => {
    answered.current = true;
    setBefore(null);
    setDraft((answers) => ({ ...answers, ...part }));
  };
  const anew = (): void => {
    answered.current = true;
    setBefore(before ? null : draft);
    setDraft(before ?? newDraft());
  };
  const save = async (): Promise<void> => {
    if (problems.size > 0) return;
    const told = { bottles: read.bottles, seated: draft.installed };
    if (!(await act(setUp(ledger, read.input, told, newId)))) return;
    answered.current = false;
    await keep(null);
    // What an earlier build kept is done with, too.
    remember.set(EARLIER, '');
    void navigate('/');
  };
  return { draft, put, read, problems, anew, isAnew: before !== null, save };
}
