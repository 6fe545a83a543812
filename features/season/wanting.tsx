import { t } from '../../core/language';
import { phrase } from '../words/phrase';
import { Link } from '../ui/link';
import { wantingIn, type PlanDocument } from '../../core/schedule/document';
import { Quiet } from '../ui/quiet';
import type { Proof } from './plan-for';
import type { SeasonScreenData } from './season-data';
import styles from './panel.module.css';

/** Batteries named before the rest is counted. */
const NAMED = 6;

/** Who is left wanting by the plan, why, and what would help. */
export function Wanting({
  data,
  plan,
  proof,
  words,
}: {
  readonly data: SeasonScreenData;
  readonly plan: PlanDocument;
  readonly proof: Proof | null;
  readonly words: (battery: string) => string;
}) {
  const wanting = wantingIn(plan);
  if (wanting.length === 0) return null;
  return (
    <section className={styles.wanting} aria-label={t`What cannot be met`}>
      {Object.keys(data.chargers).length === 0 ? (
        <>
          <h2>{t`No charger is noted yet`}</h2>
          <p>{phrase`So the plan can charge nothing, and cannot say who is kept. ${(<Link href="/charge?view=stock">{t`Write down what you charge with`}</Link>)}, and it is made anew.`}</p>
        </>
      ) : (
        <>
          <h2>{t`${wanting.length} left wanting`}</h2>
          <ul>
            {wanting.slice(0, NAMED).map((battery) => (
              <li key={battery}>
                <b>{words(battery)}</b> {plan.unmet.find((one) => one.battery === battery)!.why}
              </li>
            ))}
          </ul>
          {wanting.length > NAMED ? <p>{t`and ${wanting.length - NAMED} more`}</p> : null}
          <Remedies
            remedies={plan.remedies.length > 0 ? plan.remedies : (proof?.remedies ?? null)}
            named={(what) => remedyWords(what, words, data)}
          />
        </>
      )}
    </section>
  );
}

function Remedies({
  remedies,
  named,
}: {
  /** Null: it is being worked out. */
  readonly remedies: PlanDocument['remedies'] | null;
  readonly named: (what: string) => string;
}) {
  if (remedies === null) return <Quiet as="p">{t`What would help is being worked out.`}</Quiet>;
  if (remedies.length === 0) return <Quiet as="p">{t`Nothing that was tried would help.`}</Quiet>;
  return (
    <>
      <h3>{t`What would help`}</h3>
      <ul>
        {remedies.map(({ what, effect }) => (
          <li key={what}>
            <b>{named(what)}</b> {effect}
          </li>
        ))}
      </ul>
    </>
  );
}

/** Ids in a remedy, as they are called on this site. */
function remedyWords(
  what: string,
  words: (battery: string) => string,
  { names, chargers, halls }: SeasonScreenData,
): string {
  let text = what;
  for (const [id, name] of Object.entries(chargers)) text = text.replaceAll(id, name);
  for (const { id, name } of halls) text = text.replaceAll(id, name);
  for (const id of Object.keys(names)) text = text.replaceAll(id, words(id));
  return text;
}
