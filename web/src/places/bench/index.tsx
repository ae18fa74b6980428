import { useAppSelector } from '../../state/store';
import type { BenchRun } from '@hiraeth/core';
import { Chooser } from './Chooser';
import { Runner } from './Runner';
import { BENCH_NOTE } from './useBench';

/** A guided refill, one step at a time; a run in progress is taken up where it stood. */
export default function Bench() {
  const run = useAppSelector((state) => state.workbook.notes[BENCH_NOTE]) as BenchRun | undefined;
  return run ? <Runner run={run} /> : <Chooser />;
}
