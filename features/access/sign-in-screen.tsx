import { t } from '../../core/language';
import { cookies } from 'next/headers';
import { Link } from '../ui/link';
import { redirect } from 'next/navigation';
import { hasPeople } from '../../store/people';
import { readPairedBy } from '../../store/sessions';
import { WaitingToSave } from '../logbook/waiting-here';
import { db } from '../server/store';
import { SignIn } from './sign-in';
import { Unlock } from './unlock';
import { here } from '../server/here';
import { PAIRED_COOKIE, atSite } from './cookies';
import { isSigned, sessionHas } from './who';
import { whoLooks } from './who-looks';
import styles from './door.module.css';

/** A place of this site, and no other. */
const within = (to: string | undefined) => (to && /^\/(?![/\\])/.test(to) ? to : '/yard');

export async function SignInScreen({ to }: { readonly to: string | undefined }) {
  if (!isSigned() || (await whoLooks())) redirect(within(to));
  const key = (await cookies()).get(atSite(PAIRED_COOKIE, here()))?.value;
  if (!key || !readPairedBy(db(), key)) {
    return (
      <section className={styles.door}>
        <h1>{t`This browser is not paired`}</h1>
        <p>{t`Only a phone or desk that was let in once may sign in. Nothing that waits on it is lost.`}</p>
        <WaitingToSave />
        <p>
          <Link href="/pair">{t`Pair it with a code`}</Link>
        </p>
      </section>
    );
  }
  const jar = await cookies();
  const session = sessionHas((name) => jar.get(name)?.value);
  if (session) return <Unlock name={session.person.name} to={within(to)} />;
  return <SignIn isFirst={!hasPeople(db())} to={within(to)} />;
}
