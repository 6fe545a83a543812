'use client';

import { t } from '../../core/language';
import { IconSearch } from '@tabler/icons-react';
import { usePathname, useRouter } from 'next/navigation';
import { useState } from 'react';
import { useShortcuts } from '../app-shell/shortcuts';
import rail from '../app-shell/sidebar.module.css';
import { Dialog } from '../ui/dialog';
import { part } from '../ui/part';
import { isTaken } from './scanned';
import { Button } from '../ui/button';

const Scan = part(() => import('./scan').then((loaded) => loaded.Scan));
const FindList = part(() => import('./find-list').then((loaded) => loaded.FindList));

/** Any vehicle from anywhere, by `/` and by its button. */
export function Find({ onHidden }: { readonly onHidden: () => void }) {
  const path = usePathname();
  // Open until one has gone elsewhere.
  const [openOn, setOpenOn] = useState<string | null>(null);
  const [scans, setScans] = useState(false);
  const router = useRouter();
  const open = openOn === path;
  const show = () => setOpenOn(path);
  const hide = () => {
    setOpenOn(null);
    setScans(false);
    onHidden();
  };
  const found = (to: string) => {
    hide();
    if (!isTaken(to)) router.push(to);
  };
  useShortcuts(t`Find`, 'frame', [
    { keys: ['/'], shown: '/', what: t`find a bay, vehicle, owner or battery`, act: show },
  ]);
  return (
    <>
      <button type="button" className={rail.link} onClick={show}>
        <IconSearch size={22} stroke={1.6} aria-hidden="true" />
        <span>{t`Find`}</span>
      </button>
      <Dialog title={t`Find`} open={open} wide onClose={hide}>
        {scans ? (
          <Scan onPath={found} />
        ) : (
          <>
            <FindList path={path} onHide={hide} />
            <Button size="large" onClick={() => setScans(true)}>{t`Scan a card`}</Button>
          </>
        )}
      </Dialog>
    </>
  );
}
