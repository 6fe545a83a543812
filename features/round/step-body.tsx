import type { EntryDraft } from '../../core/procedures/entry-draft';
import type { LampState } from '../../core/logbook/kinds';
import type { Verdict } from '../../core/judge/verdict';
import { procedureContext } from '../procedure/context';
import { ChargeStep, LampStep } from './other-steps';
import type { Judged, RoundData, Step, StopView } from './round-data';
import { InspectStep, ProcedureStep, ReplaceStep } from './work-steps';

/** What is in front of the attendant, where it is not a voltage to be typed. */
export function StepBody({
  step,
  view,
  judged,
  verdict,
  data,
  onLamp,
  onCharge,
  onRecord,
}: {
  step: Step;
  view: StopView;
  judged: Judged;
  verdict: Verdict;
  data: RoundData;
  onLamp: (state: LampState) => void;
  onCharge: (full: boolean) => void;
  onRecord: (entries: readonly EntryDraft[]) => void;
}) {
  const { job, battery } = step;
  switch (job.kind) {
    case 'lamp':
      return <LampStep state={judged.standing.state} onSay={onLamp} />;
    case 'recharge':
    case 'take-off':
      return <ChargeStep step={step} verdict={verdict} onDone={onCharge} />;
    case 'procedure':
      return (
        <ProcedureStep
          key={`${battery.id}-${job.procedure}`}
          id={job.procedure}
          done={job.done}
          context={procedureContext(
            view.vehicle,
            battery,
            data.rules,
            data.benchHallId,
            data.clock.now,
          )}
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
              { kind: 'taken-out', data: { to: 'gone', hallId: null, why: 'condemned, replaced' } },
            ])
          }
        />
      );
    case 'reading':
      return null;
  }
}
