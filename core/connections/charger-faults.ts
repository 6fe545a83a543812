import { decimal, t } from '../language';
import { contextOf, type Known } from '../context/from-record';
import { blockedFromCharge } from '../gate/gate';
import { MS_PER_DAY, MS_PER_HOUR } from '../day';
import { formatInstant } from '../words/words';
import { expectedLoss } from '../record/loss';
import { isOld, isSilent, modeUnseen, type BatteryRecord } from '../record/battery-record';
import { DARK_CHECKS } from '../site/dark-checks';
import { chargeCourse, slowCauses } from '../charging/course';
import { PROGRAMMES, isMeantFor } from '../site/programmes';

export const WATCH_KINDS = [
  'must-not',
  'silent',
  'dark',
  'fault',
  'too-long',
  'too-short',
  'mode',
] as const;
export type WatchKind = (typeof WATCH_KINDS)[number];

/** Something about a charger in use that asks to be looked at. */
export interface ChargerFault {
  readonly kind: WatchKind;
  readonly headline: string;
  readonly why: string;
  /** What to look at, in this order. */
  readonly look: readonly string[];
}

/** A maintainer of which nothing was foreseen has this long. Common practice. */
const UNFORESEEN_DAYS = 7;

const darkOrder = () =>
  DARK_CHECKS.filter(({ id }) => id !== 'charger').map(({ label, look }) => `${label}: ${look}`);

/** What is wrong, or may be, with the charger or maintainer that a battery hangs on. */
export function chargerFaultsOf(standing: BatteryRecord, forecast: Known | null): ChargerFault[] {
  const { state, timeZone, rules, now } = standing;
  const since = state.maintainerSince ?? state.chargeSince;
  if (since === null) return [];
  const found: ChargerFault[] = [];
  const instant = (at: number) => formatInstant(at, timeZone, rules);
  const against = blockedFromCharge(contextOf(standing, forecast)).filter(
    // What only hangs on to be held is not charged any more.
    ({ code }) => state.maintainerSince === null || code === 'condemned' || code === 'plates-show',
  );
  if (against.length > 0) {
    found.push({
      kind: 'must-not',
      headline: t`It must not be on charge`,
      why: against.map(({ words }) => words).join(' '),
      look: [
        t`Mains off at the wall now, wait until its lamps are out; then its clamps.`,
        t`A hot case, a hiss or a smell of rotten eggs: mains off from afar, air, and do not touch it until it is cool.`,
      ],
    });
  }
  if (isSilent(standing)) {
    found.push({
      kind: 'silent',
      headline: t`Its charger has fallen silent`,
      why: t`Last heard ${instant(standing.silentSince!)}. Knocked off, switched off, or only its radio: nobody knows until somebody looks.`,
      look: darkOrder(),
    });
  }
  if (state.lamp?.state === 'dark') {
    found.push({
      kind: 'dark',
      headline: t`Dark lamp`,
      why: t`Seen ${instant(state.lamp.at)}. Nothing feeds this battery.`,
      look: darkOrder(),
    });
  }
  if (state.lamp?.state === 'fault') {
    found.push({
      kind: 'fault',
      headline: t`The charger reports a fault`,
      why: t`Seen ${instant(state.lamp.at)}. Mains off before anything is touched.`,
      look: [
        t`Clamps the right way round, on bright metal.`,
        t`The voltage switch and the programme.`,
        t`Hot case or a smell of rotten eggs: air, do not touch until cool.`,
        t`Rest it off the charger, then read it: a shorted cell looks like this too.`,
      ],
    });
  }
  const { hook } = state;
  const course = chargeCourse(hook, since, now);
  const tooLongAt = course.tooLongAt ?? since + UNFORESEEN_DAYS * MS_PER_DAY;
  if (state.lamp?.state === 'charging' && state.lamp.at > tooLongAt) {
    const hours = (state.lamp.at - since) / MS_PER_HOUR;
    found.push({
      kind: 'too-long',
      headline: t`Still charging, long past its time`,
      why:
        hook?.hours == null
          ? t`After ${Math.round(hours / 24)} days it should hold.`
          : t`After ${Math.round(hours)} h, and ${Math.round(hook.hours)} h were foreseen.`,
      look: hook
        ? slowCauses({
            hook,
            drawAmps: state.negativeOn ? expectedLoss(standing).drawMa.value / 1000 : 0,
            suits: isMeantFor(hook.programme, standing.facts.chemistry),
            old: isOld(standing),
          })
        : [t`A weak battery, the wrong programme, a draw larger than it gives, a bad clamp.`],
    });
  }
  if (
    state.lamp?.state === 'holding' &&
    hook?.hours != null &&
    hook.hours > 3 &&
    state.lamp.at - since < 0.25 * hook.hours * MS_PER_HOUR
  ) {
    found.push({
      kind: 'too-short',
      headline: t`Holding much too early`,
      why: t`After ${decimal((state.lamp.at - since) / MS_PER_HOUR, 1)} h, and ${Math.round(hook.hours)} h were foreseen: a battery that takes nothing looks full.`,
      look: [t`Rest it and read it: sulfated plates take no charge.`, t`The clamps: bright metal.`],
    });
  }
  if (modeUnseen(standing)) {
    found.push({
      kind: 'mode',
      headline: t`Power cut: look at its mode`,
      why: t`The mains failed ${instant(standing.powerCutAt!)}. Many wake in their normal programme${hook ? t`, and this one was set to ${PROGRAMMES[hook.programme].label}` : ''}.`,
      look: [t`The programme, at the charger. The lamp.`],
    });
  }
  return found;
}
