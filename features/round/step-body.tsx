import { t } from '../../core/language';
import dynamic from 'next/dynamic';
import type { EntryDraft } from '../../core/procedures/entry-draft';
import type { LampState } from '../../core/site/lamp';
import type { Verdict } from '../../core/assessment/verdict';
import type { PickBy } from './hook-pick';
import { HandBackStep, LampStep, ModeStep } from './other-steps';
import type { Judged, RoundData, Step } from './round-data';
import { part } from '../ui/part';

// Few stops begin with work at the clamps: what judges whether it may be done comes with it.
const ChargeStep = part(() => import('./charge-step').then((loaded) => loaded.ChargeStep), {
  served: dynamic(() => import('./charge-step').then((loaded) => loaded.ChargeStep)),
});
const ThawStep = part(() => import('./thaw-step').then((loaded) => loaded.ThawStep), {
  served: dynamic(() => import('./thaw-step').then((loaded) => loaded.ThawStep)),
});
const ProcedureStep = part(() => import('./work-steps').then((loaded) => loaded.ProcedureStep), {
  served: dynamic(() => import('./work-steps').then((loaded) => loaded.ProcedureStep)),
});
const InspectStep = part(() => import('./work-steps').then((loaded) => loaded.InspectStep), {
  served: dynamic(() => import('./work-steps').then((loaded) => loaded.InspectStep)),
});
const ReplaceStep = part(() => import('./work-steps').then((loaded) => loaded.ReplaceStep), {
  served: dynamic(() => import('./work-steps').then((loaded) => loaded.ReplaceStep)),
});

/** What is in front of the attendant, where it is not a voltage to be typed. */
export function StepBody({
  step,
  judged,
  verdict,
  data,
  heardAh,
  pickBy,
  onLamp,
  onCharge,
  onRecord,
}: {
  step: Step;
  judged: Judged;
  verdict: Verdict;
  data: RoundData;
  heardAh: number | null;
  /** Where it can hang; only where that is asked. */
  pickBy: PickBy | null;
  onLamp: (state: LampState) => void;
  onCharge: (full: boolean) => void;
  onRecord: (entries: readonly EntryDraft[]) => void;
}) {
  const { job } = step;
  const { battery } = judged;
  switch (job.kind) {
    case 'lamp':
      return (
        <LampStep
          judged={judged}
          stock={data.stock}
          onSay={onLamp}
          onCause={(cause) =>
            onRecord([
              { kind: 'dark-found', data: { cause } },
              {
                kind: 'lamp',
                data: { state: cause === 'charger' ? 'dark' : 'charging', source: 'eyes' },
              },
            ])
          }
        />
      );
    case 'mode':
      return (
        <ModeStep
          judged={judged}
          done={job.done}
          onSeen={(programme) => onRecord([{ kind: 'mode-seen', data: { programme } }])}
        />
      );
    case 'recharge':
    case 'take-off':
      return (
        <ChargeStep
          step={step}
          judged={judged}
          verdict={verdict}
          heardAh={heardAh}
          pickBy={pickBy}
          onDone={onCharge}
        />
      );
    case 'thaw':
      return (
        <ThawStep
          judged={judged}
          done={job.done}
          onThawed={() => onRecord([{ kind: 'thawed', data: {} }])}
        />
      );
    case 'procedure':
      return (
        <ProcedureStep
          key={`${battery.id}-${job.procedure}`}
          id={job.procedure}
          done={job.done}
          judged={judged}
          pickBy={pickBy}
          place={`${battery.id}-${job.procedure}`}
          bench={`/bench?battery=${battery.id}`}
          onDone={onRecord}
        />
      );
    case 'inspect':
      return (
        <InspectStep
          key={battery.id}
          judged={judged}
          done={job.done}
          onDone={(seen) => onRecord([{ kind: 'inspected', data: seen }])}
        />
      );
    case 'replace':
      return (
        <ReplaceStep
          verdict={verdict}
          done={job.done}
          onGone={() =>
            onRecord([
              {
                kind: 'taken-out',
                data: { to: 'gone', hallId: null, why: t`condemned, replaced` },
              },
            ])
          }
        />
      );
    case 'hand-back':
      return <HandBackStep standing={judged.standing} done={job.done} />;
    case 'reading':
      return null;
  }
}
