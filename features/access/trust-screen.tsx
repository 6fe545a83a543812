import Link from 'next/link';
import { notFound } from 'next/navigation';
import { Caution } from '../ui/caution';
import { authority } from './trust';
import styles from './door.module.css';

/** How a phone is told to trust this site. */
export function TrustScreen() {
  const own = authority() ?? notFound();
  return (
    <section className={styles.door}>
      <h1>Trust this site on a phone</h1>
      <p>
        This server vouches for itself, with an authority of its own that is good for its own names
        and network alone. A phone is told once to trust it.
      </p>
      <ol>
        <li>
          <a href="/trust/authority.crt">Fetch the certificate</a>, and open it.
        </li>
        <li>
          Compare its fingerprint (SHA-256) with the one in the terminal of the server:{' '}
          <code>{own.fingerprint256}</code>
        </li>
        <li>
          On Android: Settings, Security, install a certificate, CA certificate. On iOS: Settings,
          the profile that was fetched, Install; then General, About, Certificate trust, switch it
          on.
        </li>
        <li>
          <Link href="/pair">Pair the phone</Link>.
        </li>
      </ol>
      <Caution>
        If the two differ, stop: it is not this server that answers. The words on your phone may be
        others; its maker’s instructions come first.
      </Caution>
    </section>
  );
}
