'use client';

import { useCallback, useMemo, type Dispatch } from 'react';
import { v4 as uuid } from 'uuid';
import { isFlat } from '../../core/charging/flat';
import { MAX_CAPTION } from '../../core/logbook/caption';
import { LAMP_STATES, type LampState } from '../../core/site/lamp';
import type { EntryDraft } from '../../core/procedures/entry-draft';
import type { ChargeRequest } from '../../core/connections/charger-suitability';
import { enterAt } from './enter';
import type { PickBy } from './hook-pick';
import type { Wish } from './wish';
import { useKeyed, withDigit } from './keyed';
import {
  digitsWanted,
  hangingNow,
  nextPosition,
  RESTS,
  voltsOfDigits,
  type Judged,
  type RoundData,
  type States,
} from './round-data';
import { atStep, atStop, type RoundAction } from './round-state';
import { useJudging, type Judging } from './use-judging';
import { useRound } from './use-round';

/** What the program says to what is typed; null: nothing is, or not enough, or it is not there yet. */
function useAnswer(judged: Judged, typed: number | null, restedHours: number | null) {
  const judging = useJudging();
  return useMemo(
    () => (typed === null || !judging ? null : judging.answerTo(judged, typed, restedHours)),
    [judging, judged, typed, restedHours],
  );
}

/** Where a battery can hang, by who judges that, with what the attendant said of it. */
const usePickBy = (
  data: RoundData,
  judged: Judged,
  states: States,
  bayMark: string,
  wish: Wish,
  purpose: ChargeRequest['purpose'],
  act: Dispatch<RoundAction>,
) =>
  useCallback<PickBy>(
    (pick) =>
      pick(judged, data, hangingNow(data, states), bayMark, wish, purpose, (next) =>
        act({ do: 'wish', wish: next }),
      ),
    [judged, data, states, bayMark, wish, purpose, act],
  );

/** The stop at which the attendant stands, what is typed there, and all that can be done. */
export function useWalk(data: RoundData) {
  const round = useRound(data);
  const { act, views, position, record, draft, withJudging } = round;
  const { wish } = round.state;
  const view = views[position.stop]!;
  const step = view.steps[position.step] ?? view.steps[0];
  const { job } = step ?? {};
  const judged = view.judged(step?.batteryId ?? view.batteryIds[0]!);
  const { id } = judged.battery;
  const { facts, state } = judged.standing;
  const { bayMark } = view.vehicle;
  const wanted = digitsWanted(facts.nominalVolts);
  const keyed = useKeyed(id, bayMark);
  const { digits } = keyed;
  const restedHours = RESTS[keyed.restAt]!.hours;
  const typed = job?.kind === 'reading' && digits.length >= wanted ? voltsOfDigits(digits) : null;
  const answer = useAnswer(judged, typed, restedHours);
  const doubt = answer?.doubt ?? null;
  const heardAh = data.heardAh[id] ?? null;
  const target = nextPosition(views, position);
  const newest = typed ?? state.readings.findLast((one) => !one.fed)?.volts ?? null;

  const maintains = job?.kind === 'procedure' && job.procedure === 'hook-up';
  const asksCharger = maintains || job?.kind === 'recharge';
  const purpose = maintains ? 'maintain' : 'charge';
  const pickBy = usePickBy(data, judged, round.states, bayMark, wish, purpose, act);

  const go = (stop: number, at: number) => act({ do: 'go', to: { stop, step: at } });
  const clear = () => {
    keyed.clear();
    act({ do: 'hint', text: null });
  };
  const recordReading = (volts: number, confirmed: boolean) => {
    const data = { volts, celsius: null, restedHours, confirmed };
    record([draft({ kind: 'reading', data }, id)], 'on');
    keyed.clear();
  };
  const enter = () => {
    const what = enterAt(step, view.passed, digits, wanted, target);
    if (what.kind === 'go') act({ do: 'go', to: what.to });
    if (what.kind === 'hint') act({ do: 'hint', text: what.text });
    if (what.kind !== 'record') return;
    const volts = voltsOfDigits(digits);
    withJudging(({ answerTo }) => {
      if ((answer ?? answerTo(judged, volts, restedHours)).doubt) {
        keyed.setDigits(digits.padStart(wanted, '0'));
        act({ do: 'hint', text: null });
      } else recordReading(volts, false);
    });
  };
  const couldNotReach = () => {
    const open = view.steps.filter((one) => !one.done);
    const ids = [...new Set(open.map((one) => one.batteryId))];
    if (ids.length === 0) return;
    record(
      ids.map((one) => draft({ kind: 'not-reached', data: { why: '' } }, one)),
      'on',
    );
  };
  const lamp = (said: LampState) =>
    // A dark one is followed up where one stands.
    record(
      [draft({ kind: 'lamp', data: { state: said, source: 'eyes' } }, id)],
      said === 'dark' ? 'stay' : 'on',
    );

  /** A string hangs on its own charger as a whole. */
  const stringOf = (way: string) =>
    way === 'string'
      ? view.batteryIds.filter((one) => {
          const { battery } = view.judged(one);
          return battery.block && !battery.state.out;
        })
      : [id];
  const charge = (full: boolean) => withJudging((judging) => chargeBy(judging, full));
  const chargeBy = ({ ownChargerOf, pickHook }: Judging, full: boolean) => {
    const { state: now } = judged.battery;
    if (now.chargeSince !== null) {
      const ampHours = heardAh === null ? null : Math.round(heardAh * 10) / 10;
      const metered = ampHours === null ? {} : { metered: true };
      record(
        stringOf(ownChargerOf(now)?.kind ?? '').map((one) =>
          draft({ kind: 'charge-ended', data: { full, ampHours, ...metered } }, one),
        ),
        'on',
      );
      return;
    }
    const { chosen, goes, why } = pickBy(pickHook);
    // A refusal stands on the screen.
    if (!goes) return;
    const data = {
      charger: chosen.name,
      ...(chosen.hook ? { hook: chosen.hook } : {}),
      ...(chosen.because.length > 0 ? { despite: why.trim() } : {}),
    };
    record(
      stringOf(chosen.id).map((one) => draft({ kind: 'charge-started', data }, one)),
      'on',
    );
  };
  const work = (drafts: readonly EntryDraft[]) =>
    record(
      drafts.map((one) => draft(one, id)),
      'on',
    );
  // What is typed stays until it is recorded.
  const recordNote = (what: EntryDraft | null, about: string, photo?: Blob) =>
    withJudging(() => {
      if (what) record([draft(what, about)], 'stay', photo);
      act({ do: 'note', text: null });
    });
  const saveNote = () => {
    const text = round.state.note?.trim() ?? '';
    recordNote(text ? { kind: 'note', data: { text } } : null, id);
  };
  /** A picture of the vehicle, with what is typed as its caption. */
  const savePhoto = (photo: Blob) => {
    const caption = (round.state.note ?? '').trim().slice(0, MAX_CAPTION);
    recordNote(
      { kind: 'photographed', data: { photoId: uuid(), caption } },
      view.vehicle.id,
      photo,
    );
  };
  const digit = (key: string) => {
    act({ do: 'hint', text: null });
    if (job?.kind === 'lamp') {
      const said = LAMP_STATES[Number(key) - 1];
      if (said) lamp(said);
    } else if (job?.kind === 'reading') keyed.setDigits(withDigit(digits, key));
  };
  /** Goes to a job of this stop, if it has such a one. */
  const goToJob = (kind: 'lamp' | 'recharge') => {
    const at = view.steps.findIndex((one) => one.job.kind === kind);
    if (at >= 0) go(position.stop, at);
  };

  return {
    ...round,
    view,
    step,
    judged,
    keyed,
    typed,
    answer,
    doubt,
    heardAh,
    /** Only where it is asked. */
    pickBy: asksCharger ? pickBy : null,
    target,
    /** Found with next to nothing in it, and not charged since. */
    foundFlat:
      newest !== null &&
      isFlat(facts.chemistry, facts.cells, newest) &&
      (typed !== null || (state.charges.at(-1)?.to ?? -1) < state.readings.at(-1)!.at),
    finished: views.every((one) => one.done || one.passed),
    pickStop: (stop: number) => act({ do: 'go', to: atStop(views, stop) }),
    move: (by: 1 | -1) => act({ do: 'go', to: atStop(views, position.stop + by) }),
    pickStep: (at: number) => go(position.stop, at),
    moveStep: (by: 1 | -1) => act({ do: 'go', to: atStep(views, position, by) }),
    clear,
    keepTyped: () => typed !== null && recordReading(typed, true),
    takeMeant: () => doubt?.meant != null && recordReading(doubt.meant, false),
    enter,
    couldNotReach,
    lamp,
    charge,
    work,
    saveNote,
    savePhoto,
    digit,
    takeBack: () => keyed.setDigits(digits.slice(0, -1)),
    toLamp: () => goToJob('lamp'),
    /** On charge, or off it and full; from elsewhere at the stop, to where that is asked. */
    onOrOff: () => {
      if (job?.kind === 'take-off' || job?.kind === 'recharge') charge(true);
      else goToJob('recharge');
    },
  };
}

export type Walk = ReturnType<typeof useWalk>;
