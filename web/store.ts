import { configureStore } from '@reduxjs/toolkit';
import { useDispatch, useSelector } from 'react-redux';
import { benchReducer } from './bench/benchState';

export const store = configureStore({
  reducer: { bench: benchReducer },
  // Pieces can hold thousands of stroke points; walking them on every action would cost frames.
  middleware: (defaults) => defaults({ serializableCheck: false, immutableCheck: false }),
});

export type RootState = ReturnType<typeof store.getState>;
export const useAppSelector = useSelector.withTypes<RootState>();
export const useAppDispatch = useDispatch.withTypes<typeof store.dispatch>();
