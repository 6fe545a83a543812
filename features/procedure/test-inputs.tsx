'use client';

import { t, msg, withWords } from '../../core/language';
import {
  chargingAnswer,
  crankAnswer,
  dropsAnswer,
  loadAnswer,
  type Tested,
} from '../../core/assessment/test-answers';
import { saeAmpsOf } from '../../core/battery/details';
import { loadTestAmps } from '../../core/battery/load-test';
import type { BatteryContext } from '../../core/context/battery-context';
import { celsiusNow } from '../../core/gate/ice';
import { ChargingSeen } from '../../core/vehicle-tests/charging-test';
import { CRANK_SOUNDS, CRANK_SOUND_WORDS, CrankSeen } from '../../core/vehicle-tests/crank-test';
import { HeadlampsSeen, judgeHeadlamps } from '../../core/vehicle-tests/headlamps';
import { LoadSeen } from '../../core/vehicle-tests/load-test';
import { DropsSeen, JOINTS, JOINT_IDS } from '../../core/vehicle-tests/voltage-drop';
import { Figures, type Figure } from './figures';
import type { Progress } from './progress';

interface TestProps<T> {
  readonly context: BatteryContext;
  readonly value: T | undefined;
  readonly onNote: (value: T | undefined) => void;
}

const text = (value: number | null | undefined): string => (value == null ? '' : String(value));
/** Degrees as the house writes them, and back. */
const degrees = (context: BatteryContext, value: number | undefined): string => {
  const celsius = value ?? celsiusNow(context);
  return String(Math.round(isFahrenheit(context) ? celsius * 1.8 + 32 : celsius));
};
const celsiusIn = (context: BatteryContext, typed: number | null): number | null =>
  typed !== null && isFahrenheit(context) ? (typed - 32) / 1.8 : typed;
const isFahrenheit = ({ rules }: Pick<BatteryContext, 'rules'>) =>
  rules.temperatureUnit === 'fahrenheit';
const temperature = (context: BatteryContext): Figure => ({
  label: t`Its temperature`,
  unit: isFahrenheit(context) ? '°F' : '°C',
});
const volts = (label: string): Figure => ({ label, unit: 'V' });
const said = ({ say }: { readonly say: readonly string[] }) => say.join(' ');
const lasts = ({ volts: read }: Pick<BatteryContext, 'volts'>) => text(read);

/** How it turned, and what the meter showed. */
export function CrankInput({
  context,
  value,
  measured,
  onNote,
}: TestProps<CrankSeen> & {
  /** What a meter saw of it, before anybody said how it sounded. */
  readonly measured: Progress['crankMeasured'];
}) {
  const seen = value ?? measured;
  return (
    <Figures
      schema={CrankSeen}
      figures={{
        restVolts: volts(t`At rest, before`),
        leastVolts: volts(t`While it turned`),
        seconds: { label: t`It turned for`, unit: 's' },
        amps: { label: t`Clamp meter`, unit: 'A' },
        celsius: temperature(context),
      }}
      words={{
        sound: {
          label: t`It turned`,
          options: CRANK_SOUNDS.map((one) => ({ value: one, label: CRANK_SOUND_WORDS[one] })),
        },
        ran: {
          label: t`Then`,
          options: [
            { value: 'ran', label: t`It ran` },
            { value: 'not', label: t`It did not` },
          ],
        },
      }}
      begun={{
        sound: value?.sound ?? '',
        ran: seen?.ran === false ? 'not' : 'ran',
        restVolts: text(seen?.restVolts) || lasts(context),
        leastVolts: text(seen?.leastVolts),
        seconds: text(seen?.seconds),
        amps: text(value?.amps),
        celsius: degrees(context, value?.celsius),
      }}
      make={(figure, word) => ({
        sound: word('sound'),
        ran: word('ran') === 'ran',
        restVolts: figure('restVolts'),
        leastVolts: figure('leastVolts'),
        seconds: figure('seconds'),
        amps: figure('amps'),
        celsius: celsiusIn(context, figure('celsius')),
      })}
      onNote={onNote}
      judged={(seen) => said(crankAnswer(context, seen))}
    />
  );
}

/** What stands at the posts with the engine running. */
export function ChargingInput({ context, value, onNote }: TestProps<ChargingSeen>) {
  return (
    <Figures
      schema={ChargingSeen}
      figures={{
        idleVolts: volts(t`At idle`),
        raisedVolts: volts(t`Raised revs`),
        loadedVolts: volts(t`Lamps and blower on`),
        rippleVolts: volts(t`Alternating`),
      }}
      begun={{
        idleVolts: text(value?.idleVolts),
        raisedVolts: text(value?.raisedVolts),
        loadedVolts: text(value?.loadedVolts),
        rippleVolts: text(value?.rippleVolts),
      }}
      make={(figure) => ({
        idleVolts: figure('idleVolts'),
        raisedVolts: figure('raisedVolts'),
        loadedVolts: figure('loadedVolts'),
        rippleVolts: figure('rippleVolts'),
        restVolts: context.volts,
      })}
      onNote={onNote}
      judged={(seen) => said(chargingAnswer(context, seen))}
    />
  );
}

const DROP_FIGURES: Readonly<Record<string, Figure>> = withWords({
  ...Object.fromEntries(
    JOINT_IDS.map((id): [string, Figure] => [
      id,
      {
        get label() {
          return JOINTS[id].label;
        },
        unit: 'V',
      },
    ]),
  ),
  amps: { label: msg`Clamp meter`, unit: 'A' },
});

/** Drops over clamps and cables: those that were measured. */
export function DropsInput({ context, value, onNote }: TestProps<DropsSeen>) {
  return (
    <Figures
      schema={DropsSeen.refine(({ drops }) => Object.keys(drops).length > 0)}
      figures={DROP_FIGURES}
      begun={{
        ...Object.fromEntries(JOINT_IDS.map((id) => [id, text(value?.drops[id])])),
        amps: text(value?.amps),
      }}
      make={(figure) => ({
        drops: Object.fromEntries(
          JOINT_IDS.flatMap((id) => (figure(id) === null ? [] : [[id, figure(id)]])),
        ),
        amps: figure('amps'),
      })}
      onNote={onNote}
      judged={(seen) => said(dropsAnswer(context, seen))}
    />
  );
}

const words = (options: Readonly<Record<string, string>>) =>
  Object.entries(options).map(([value, label]) => ({ value, label }));

/** What the lamps did, without any tool. */
export function HeadlampsInput({ value, onNote }: Omit<TestProps<HeadlampsSeen>, 'context'>) {
  return (
    <Figures
      schema={HeadlampsSeen}
      figures={{}}
      words={{
        lamps: { label: t`Its lamps`, options: words({ filament: t`Filament`, other: t`Other` }) },
        before: { label: t`Engine off`, options: words({ bright: t`Bright`, dim: t`Dim` }) },
        running: {
          label: t`Engine running`,
          options: words({
            same: t`Alike`,
            brighter: t`Brighter`,
            'much-brighter': t`Much brighter`,
          }),
        },
      }}
      begun={{ lamps: 'filament', ...value }}
      make={(_, word) => ({
        lamps: word('lamps'),
        before: word('before'),
        running: word('running'),
      })}
      onNote={onNote}
      judged={(seen) => said(judgeHeadlamps(seen))}
    />
  );
}

/** The end of a load test. */
export function LoadInput({ context, value, onNote }: TestProps<LoadSeen>) {
  const rated = saeAmpsOf((context satisfies Tested).details);
  const usual = rated === null ? '' : String(Math.round(loadTestAmps(rated)));
  return (
    <Figures
      schema={LoadSeen}
      figures={{
        restVolts: volts(t`At rest, before`),
        volts: volts(t`At the end`),
        amps: { label: t`The load`, unit: 'A' },
        celsius: temperature(context),
      }}
      begun={{
        restVolts: text(value?.restVolts) || lasts(context),
        volts: text(value?.volts),
        amps: text(value?.amps) || usual,
        celsius: degrees(context, value?.celsius),
      }}
      make={(figure) => ({
        volts: figure('volts'),
        amps: figure('amps'),
        celsius: celsiusIn(context, figure('celsius')),
        restVolts: figure('restVolts'),
      })}
      onNote={onNote}
      judged={(seen) => said(loadAnswer(context, seen))}
    />
  );
}
