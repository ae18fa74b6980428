import { Ledger, type Context } from '../ledger';
import { script, setUp } from './bench';

/** The definitions of the test room. */
export const newContextForTest = (): Context => Ledger.from(script(setUp)).context;
