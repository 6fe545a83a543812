import { decimal, t } from '../../core/language';
import type { Holding } from '../../core/meter/steady';

/** What is said about how the probe is held. */
export function holdingWords(holding: Holding): string {
  switch (holding.kind) {
    case 'waiting':
      return t`Waiting for the meter.`;
    case 'loose':
      return t`Nothing between the probes: touch both posts, on bare metal.`;
    case 'reversed':
      return t`The probes are the wrong way round: red belongs on the positive post. Swap them.`;
    case 'moving':
      return holding.share > 0 ? t`Hold still …` : t`It moves: press the probes on bright metal.`;
    case 'falling':
      return t`Still falling, ${decimal(holding.millivoltsPerMinute, 0)} mV a minute: surface charge, or something draws. Read it again after a longer rest, or take it and it is marked.`;
    case 'steady':
      return t`Steady.`;
  }
}
