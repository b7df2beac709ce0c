import type { JobOfList } from '@upright-elder/contract';

/** Where a step of a job is worked; its job where it belongs to no step. */
export const stepLink = (job: JobOfList, step: string | null): string =>
  step === null ? `/instruments/${job.instrumentId}/work` : `/bench/${job.id}/${step}`;
