import { decimal, msg, t, withWords } from '../language';
import { chanceWords, formatMilliamps, say, figure, type Sentence } from '../words/words';
import type { DrawAnalysis } from './draw';
import type { Handling } from './handling';

/** Seconds of a trace as they are told: `0:45`, `12:30`, `1:02:05`. */
export function clockOf(seconds: number): string {
  const whole = Math.max(0, Math.round(seconds));
  const two = (n: number) => String(n).padStart(2, '0');
  const [h, m, s] = [Math.floor(whole / 3600), Math.floor(whole / 60) % 60, whole % 60];
  return h > 0 ? `${h}:${two(m)}:${two(s)}` : `${m}:${two(s)}`;
}

/** A stretch of time in words: `40 s`, `4 min 10 s`, `35 min`. */
export function stretch(seconds: number): string {
  if (seconds < 90)
    return `${seconds < 10 ? decimal(seconds, 1).replace('.0', '') : Math.round(seconds)} s`;
  const minutes = Math.floor(seconds / 60);
  const rest = Math.round(seconds - 60 * minutes);
  return minutes >= 15 || rest === 0
    ? t`${Math.round(seconds / 60)} min`
    : t`${minutes} min ${rest} s`;
}

const HOUR_SECONDS = 3600;
const ma = (milliamps: number) => figure(formatMilliamps(milliamps));
const at = (seconds: number) => figure(clockOf(seconds));

function handled(one: Handling): Sentence {
  switch (one.kind) {
    case 'over-range':
      return say`From ${at(one.at)} to ${at(one.until)} the meter gave no number: more flowed than its range. Begin on the largest range.`;
    case 'open':
      return one.wokeMa === null
        ? say`From ${at(one.at)} on nothing flowed through the meter: jumper back on, a lead off, or its fuse gone. What came before counts.`
        : say`From ${at(one.at)} to ${at(one.until)} nothing flowed, and then ${ma(one.wokeMa)}: the meter came out, or a lead slipped, before the jumper was back. The power was cut and everything woke; settings may be lost. Counted anew from ${at(one.until)}.`;
    case 'jumper-pulled':
      return say`It rose from ${ma(one.fromMa)} to ${ma(one.toMa)} at ${at(one.at)}, and nothing had fallen before: the jumper was still on until then, and the meter saw a share. Counted from there.`;
    case 'woke':
      return say`Something woke it at ${at(one.at)}: ${ma(one.milliamps)} more (a door, a key, a fuse put back, or a jumper that was still on). Counted from there.`;
    case 'began-low':
      return say`It never was higher than ${ma(one.milliamps)}: all slept before the meter went in, or the jumper is still on and the meter sees a share. Make sure that the jumper is away.`;
    case 'gap':
      return say`Nothing was logged from ${at(one.at)} to ${at(one.until)}, or the clock was put on: that time does not count as watched.`;
    case 'reversed':
      return say`The leads are the other way round; the sign was turned.`;
  }
}

/**
 * What is to be said about a logged current, the most telling first. `sleeps`: such a vehicle has
 * control units that fall asleep, so that a current that was low from the start is odd.
 */
export function drawNotes(draw: DrawAnalysis, sleeps = true): Sentence[] {
  const notes = draw.handling.filter((one) => one.kind !== 'began-low' || sleeps).map(handled);
  const { periodic } = draw;
  if (periodic) {
    notes.push(
      say`Every ${figure(stretch(periodic.everySeconds))} something draws ${ma(periodic.milliamps)} for ${figure(stretch(periodic.lastsSeconds))}${periodic.everySeconds > 20 ? t`, as a tracker’s report does` : t`, as a blinking lamp does`}: ${ma(periodic.meanMa)} on the average, and counted in.${periodic.count < 3 ? t` Seen twice only: wait for the next one to be sure.` : ''}`,
    );
  }
  const { uneven } = draw;
  if (uneven) {
    notes.push(
      say`${figure(`${uneven.count}×`)} something else came and went, at no even times: ${ma(uneven.meanMa)} on the average, and counted in.${uneven.count < 4 ? t` So few tell little: the range is wide until it comes again.` : ''}`,
    );
  }
  const lone = draw.bursts.at(-1);
  if (lone) {
    notes.push(
      say`At ${at(lone.from)} something drew ${ma(lone.milliamps)} for ${figure(stretch(lone.to - lone.from))}; not counted. If it comes again by the clock, it will be.`,
    );
  }
  if (draw.digitMa >= 1) {
    notes.push(say`The meter shows no less than ${ma(draw.digitMa)}: a finer range tells more.`);
  }
  if (draw.settledAt !== null && !periodic && !uneven && draw.watchedSeconds < HOUR_SECONDS) {
    notes.push(
      say`Watched at rest for ${figure(stretch(draw.watchedSeconds))}: the chance that it would have shown what wakes once an hour is ${chanceWords(draw.watchedSeconds / HOUR_SECONDS)}.`,
    );
  }
  if (draw.settledAt === null) {
    const wait = draw.worthWaitingSeconds;
    notes.push(
      wait === null
        ? say`Still awake, by all signs: something this large hardly stays. If it does not fall within the hour, it is the fault.`
        : say`${figure(`${Math.round(100 * draw.chanceSettled)} %`)} sure that nothing more falls asleep; worth waiting ${figure(stretch(wait))} more.`,
    );
  }
  return notes;
}

export type DrawVerdict = 'pass' | 'over-limit' | 'close' | 'still-awake';

/** Each in a few words. */
export const DRAW_VERDICT_WORDS: Readonly<Record<DrawVerdict, string>> = withWords({
  pass: msg`Passes`,
  'over-limit': msg`Over the limit`,
  close: msg`Too close to the limit to say`,
  'still-awake': msg`Still awake`,
});

/**
 * The verdict by the house's limit, milliamps, of what has settled: it passes only where all of the
 * 90 % range does. What may be over or under is said to be close, and never to pass.
 */
export function drawVerdict(draw: DrawAnalysis, limitMa: number): DrawVerdict {
  if (draw.settledAt === null) return 'still-awake';
  const { value, high } = draw.settledMa;
  if (value > limitMa) return 'over-limit';
  return high <= limitMa ? 'pass' : 'close';
}
