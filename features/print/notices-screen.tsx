import { t, msg, withWords, plural } from '../../core/language';
import type { Notice } from '../owners-record/notices';
import { askOrSetUp } from '../server/ask';
import { PrintButton } from './print-button';
import styles from './record.module.css';

const CHOICES = withWords([
  msg`replace it where the test says so`,
  msg`replace it up to a price of ________`,
  msg`ask me first, at ______________________`,
  msg`leave it as it is: I know that it may not start`,
] as const);

/** A notice for each owner of a battery that may not see another winter, to be sent in autumn. */
export async function NoticesScreen() {
  const { siteName, printed, notices } = await askOrSetUp('ownersNotices');
  return (
    <div className={styles.paper}>
      <PrintButton />
      {notices.length === 0 ? (
        <p>{t`No battery here asks for a notice: none is old or weak enough.`}</p>
      ) : null}
      {notices.map((notice) => (
        <OneNotice key={notice.vehicleId} notice={notice} siteName={siteName} printed={printed} />
      ))}
    </div>
  );
}

function OneNotice({
  notice: { owner, vehicle, bay, batteries, answerBy },
  siteName,
  printed,
}: {
  notice: Notice;
  siteName: string;
  printed: string;
}) {
  return (
    <section className={styles.notice}>
      <header className={styles.head}>
        <h1>{vehicle}</h1>
        <p>{t`To ${owner ?? t`its owner`} · ${siteName}, bay ${bay} · ${printed}`}</p>
      </header>
      <p>{t`${plural(batteries.length, 'A battery of your vehicle', 'Batteries of your vehicle')} may not be good for another winter. We test it in good time, full and at rest, and tell you what it showed.`}</p>
      {batteries.map(({ mark, says }) => (
        <p key={mark}>
          <b>{mark}:</b> {says.join(' ')}
        </p>
      ))}
      <p>{t`Please answer by ${answerBy}:`}</p>
      {CHOICES.map((choice) => (
        <p key={choice}>☐ {choice}</p>
      ))}
      <div className={styles.hands}>
        <span>{owner ?? t`Owner`}</span>
        <span>{siteName}</span>
      </div>
    </section>
  );
}
