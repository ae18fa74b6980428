import { useState } from 'react';
import { demandBySlot, type ChannelDemand, type Job } from '@hiraeth/core';
import { remember } from '../../app/remember';

/** A job that waits to be printed today; what its picture asks for is kept, the picture is not. */
export interface QueuedJob {
  readonly printerId: string;
  readonly subjectId: string;
  readonly copies: number;
  readonly widthMm: number;
  readonly heightMm: number;
  readonly picture: { readonly name: string; readonly demand: readonly ChannelDemand[] } | null;
}

const KEY = 'hiraeth-queue';

export const asJob = ({ picture, ...job }: QueuedJob): Job => ({
  ...job,
  demand: picture ? demandBySlot(picture.demand) : undefined,
});

/** The day's jobs, kept in this browser until they are taken off. */
export function useQueue(): readonly [
  readonly QueuedJob[],
  (change: (jobs: readonly QueuedJob[]) => readonly QueuedJob[]) => void,
] {
  const [jobs, setJobs] = useState(read);
  return [
    jobs,
    (change) =>
      setJobs((before) => {
        const after = change(before);
        remember.set(KEY, JSON.stringify(after));
        return after;
      }),
  ];
}

/** What was kept; anything else is as if nothing was. */
function read(): readonly QueuedJob[] {
  try {
    const kept: unknown = JSON.parse(remember.get(KEY) ?? '[]');
    return Array.isArray(kept) ? kept.filter(isJob) : [];
  } catch {
    return [];
  }
}

const isJob = (one: unknown): one is QueuedJob => {
  if (typeof one !== 'object' || one === null) return false;
  const job = one as Record<keyof QueuedJob, unknown>;
  const picture = job.picture as { demand?: unknown } | null;
  return (
    typeof job.printerId === 'string' &&
    typeof job.subjectId === 'string' &&
    [job.copies, job.widthMm, job.heightMm].every(
      (n) => typeof n === 'number' && n > 0 && Number.isFinite(n),
    ) &&
    (picture === null || (typeof picture === 'object' && Array.isArray(picture.demand)))
  );
};
