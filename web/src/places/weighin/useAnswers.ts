import {
  explainMasses,
  logMissed,
  logUnseenCleanings,
  lookAt,
  wereOfKind,
  zeroedWrong,
  type Act,
  type TakenMass,
} from '@hiraeth/core/acts';
import { standardDm2, type WeighInCauses } from '@hiraeth/core/advice';
import { find, settingsOf } from '@hiraeth/core/ledger';
import type { Cause } from '@hiraeth/core/usage';
import type { Printer } from '@hiraeth/core/workbook';
import { useAct, useLedger } from '../../state/hooks';

/** A weigh-in whose causes are asked about. */
export interface Asked {
  readonly printer: Printer;
  readonly seen: WeighInCauses;
  readonly masses: readonly TakenMass[];
  /** UTC instant just before the weights, to which what is missing is dated. */
  readonly before: string;
  readonly onAnswered: () => void;
  /** The act enters these masses anew. */
  readonly onCorrected: (masses: readonly TakenMass[], done: Act) => void;
}

export interface CauseAnswer {
  readonly label: string;
  readonly onPress: () => void;
}

/** What takes a cause for the one: one press, with what it is called; null: it is said elsewhere. */
export function useAnswers({
  printer,
  seen,
  masses,
  before,
  onAnswered,
  onCorrected,
}: Asked): (cause: Cause) => CauseAnswer | null {
  const ledger = useLedger();
  const act = useAct();
  const take = (done: Act): void => void act(done).then((facts) => facts && onAnswered());
  const leaveOut: CauseAnswer = {
    label: 'The log is wrong: leave these days out',
    onPress: () => onCorrected(masses, explainMasses(masses, 'notLogged')),
  };
  return (cause) => {
    const own = masses.filter(({ cartridgeId }) => cartridgeId === cause.cartridgeId);
    switch (cause.code) {
      case 'leak':
        return {
          label: 'It leaks: keep it out of the printer',
          onPress: () => take(lookAt(cause.cartridgeId!, 'leaksAtRest', cause.amount)),
        };
      case 'zeroed':
        return {
          label: `Take ${cause.amount.value.toFixed(1)} g off all of them`,
          onPress: () => onCorrected(masses, zeroedWrong(masses, cause.amount)),
        };
      case 'oddMass':
        return {
          label: 'Leave that mass out',
          onPress: () => onCorrected(own, explainMasses(own, 'misread')),
        };
      case 'cleanings': {
        const count = Math.max(1, Math.round(cause.amount.value));
        return {
          label: `Enter ${count === 1 ? 'a cleaning' : `${count} cleanings`}`,
          onPress: () => take(logUnseenCleanings(printer.id, count, printer.cleansAt, before)),
        };
      }
      case 'drawsOther':
        return {
          label: 'Yes, it draws otherwise now',
          onPress: () => onCorrected(masses, explainMasses(masses, 'drawsMore')),
        };
      case 'notLogged': {
        const { widthMm, heightMm } = settingsOf(ledger.context).standardSheet;
        const sheets = Math.round(cause.amount.value / standardDm2(ledger));
        const { subjectId } = cause;
        // Of a mix of kinds nobody knows how many of each.
        return subjectId === null || sheets < 1
          ? leaveOut
          : {
              label: `Enter ${sheets} ${sheets === 1 ? 'sheet' : 'sheets'} of ${widthMm} × ${heightMm} mm`,
              onPress: () =>
                take(logMissed(printer.id, { sheets, subjectId }, { widthMm, heightMm }, before)),
            };
      }
      case 'otherKind': {
        const corrected = wereOfKind(ledger, printer.id, cause, seen);
        const name = find(ledger.context, 'subject', cause.insteadId)?.name ?? 'the other kind';
        return corrected ? { label: `Yes, they were “${name}”`, onPress: () => take(corrected) } : leaveOut;
      }
      case 'notPrinted':
        return leaveOut;
      case 'wasZeroed':
        return { label: 'Good', onPress: onAnswered };
      // Said of the prints themselves, below.
      case 'otherBlack':
      case 'asForetold':
        return null;
    }
  };
}
