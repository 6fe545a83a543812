import { t } from '../../core/language';

/** Volts as typed in a form, with a decimal point; a comma is understood. */
export function parseVolts(
  text: string,
): { ok: true; volts: number } | { ok: false; reason: string } {
  const trimmed = text.trim().replace(',', '.');
  if (trimmed === '') return { ok: false, reason: t`Type the volts, as 12.52.` };
  if (!/^\d+(\.\d+)?$/.test(trimmed)) {
    return { ok: false, reason: t`“${text.trim()}” is not a voltage: type it as 12.52.` };
  }
  const volts = Number(trimmed);
  if (volts > 100) {
    const meant = volts / 100;
    return {
      ok: false,
      reason: t`${trimmed} V is more than any battery here has: was it ${meant.toFixed(2)}?`,
    };
  }
  return { ok: true, volts };
}
