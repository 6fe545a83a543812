import { msg, t, withWords } from '../language';
import { PROCEDURE_NAMES, type ProcedureId } from '../logbook/procedure-names';

export const JOB_KINDS = [
  'reading',
  'lamp',
  'recharge',
  'thaw',
  'take-off',
  'mode',
  'procedure',
  'inspect',
  'replace',
  'hand-back',
] as const;
export type JobKind = (typeof JOB_KINDS)[number];

/** One thing to do at a battery in the round of today. */
export type Job =
  | { readonly kind: Exclude<JobKind, 'procedure'>; readonly done: boolean }
  | { readonly kind: 'procedure'; readonly procedure: ProcedureId; readonly done: boolean };

/** Minutes that a stop and each job take; an assumption, used for "about so long left". */
export const MINUTES = {
  hall: 3,
  stop: 1.5,
  reading: 1,
  lamp: 0.3,
  recharge: 4,
  thaw: 12,
  'take-off': 2,
  mode: 0.5,
  inspect: 4,
  replace: 15,
  /** Reconnecting, reading, cranking, papers. */
  'hand-back': 10,
} as const;

export const minutesOf = (job: Job) =>
  job.kind === 'procedure' ? PROCEDURE_NAMES[job.procedure].minutes : MINUTES[job.kind];

const JOB_WORDS = withWords({
  lamp: msg`lamp`,
  recharge: msg`recharge`,
  thaw: msg`thaw`,
  mode: msg`mode`,
  inspect: msg`inspect`,
  replace: msg`replace`,
});

/** A job in a word or two, for the list of stops. */
export function jobWord(job: Job): string {
  switch (job.kind) {
    case 'reading':
      return t`volts`;
    case 'take-off':
      return t`off charge`;
    case 'hand-back':
      return t`hand back`;
    case 'procedure':
      return PROCEDURE_NAMES[job.procedure].short;
    default:
      return JOB_WORDS[job.kind];
  }
}
