import { createAction, type UnknownAction } from '@reduxjs/toolkit';
import { Ledger, type LogSnapshot } from '@hiraeth/core/ledger';

/** The open workbook changed: what is true now, to be read and never changed. */
export const bookChanged = createAction<LogSnapshot>('book/changed');

const nothing: LogSnapshot = new Ledger().snapshot();

/** Plain, without drafts: a snapshot is immutable already, and a decade of facts must not be frozen piece by piece. */
export const bookReducer = (book: LogSnapshot = nothing, action: UnknownAction): LogSnapshot =>
  bookChanged.match(action) ? action.payload : book;
