import { t } from '../../core/language';
import { phrase } from '../words/phrase';
import { Link } from '../ui/link';
import { notFound } from 'next/navigation';
import { Caution } from '../ui/caution';
import { authority } from './trust';
import styles from './door.module.css';

/** How a phone is told to trust this site. */
export function TrustScreen() {
  const own = authority() ?? notFound();
  return (
    <section className={styles.door}>
      <h1>{t`Trust this site on a phone`}</h1>
      <p>{t`This server vouches for itself, with an authority of its own that is good for its own names and network alone. A phone is told once to trust it.`}</p>
      <ol>
        <li>{phrase`${(<a href="/trust/authority.crt">{t`Fetch the certificate`}</a>)}, and open it.`}</li>
        <li>{phrase`Compare its fingerprint (SHA-256) with the one in the terminal of the server: ${(<code>{own.fingerprint256}</code>)}`}</li>
        <li>{t`On Android: Settings, Security, install a certificate, CA certificate. On iOS: Settings, the profile that was fetched, Install; then General, About, Certificate trust, switch it on.`}</li>
        <li>
          <Link href="/pair">{t`Pair the phone`}</Link>.
        </li>
      </ol>
      <Caution>{t`If the two differ, stop: it is not this server that answers. The words on your phone may be others; its maker’s instructions come first.`}</Caution>
    </section>
  );
}
