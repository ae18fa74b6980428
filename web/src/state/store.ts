import { configureStore } from '@reduxjs/toolkit';
import { useDispatch, useSelector } from 'react-redux';
import type { Services } from './services';
import { bookReducer } from './bookReducer';
import { keptFileSlice } from './keptFileSlice';
import { roomSlice } from './roomSlice';
import { workbookSlice } from './workbookSlice';

export const makeStore = (services: Services) =>
  configureStore({
    reducer: {
      workbook: workbookSlice.reducer,
      book: bookReducer,
      room: roomSlice.reducer,
      keptFile: keptFileSlice.reducer,
    },
    middleware: (defaults) =>
      defaults({ thunk: { extraArgument: services }, serializableCheck: false, immutableCheck: false }),
  });

export type AppStore = ReturnType<typeof makeStore>;
export type AppState = ReturnType<AppStore['getState']>;
export type AppDispatch = AppStore['dispatch'];
export type Thunk<T> = (dispatch: AppDispatch, getState: () => AppState, services: Services) => T;

export const useAppDispatch = useDispatch.withTypes<AppDispatch>();
export const useAppSelector = useSelector.withTypes<AppState>();
