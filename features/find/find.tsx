'use client';

import { IconSearch } from '@tabler/icons-react';
import { usePathname } from 'next/navigation';
import { useState } from 'react';
import { useShortcuts } from '../app-shell/shortcuts';
import rail from '../app-shell/sidebar.module.css';
import { Dialog } from '../ui/dialog';
import { part } from '../ui/part';

const FindList = part(() => import('./find-list').then((loaded) => loaded.FindList));

/** Any vehicle from anywhere, by `/` and by its button. */
export function Find() {
  const path = usePathname();
  // Open until one has gone elsewhere.
  const [openOn, setOpenOn] = useState<string | null>(null);
  const open = openOn === path;
  const show = () => setOpenOn(path);
  const hide = () => setOpenOn(null);
  useShortcuts('Find', 'frame', [
    { keys: ['/'], shown: '/', what: 'find a bay, vehicle, owner or battery', act: show },
  ]);
  return (
    <>
      <button type="button" className={rail.link} onClick={show}>
        <IconSearch size={22} stroke={1.6} aria-hidden="true" />
        <span>Find</span>
      </button>
      <Dialog title="Find" open={open} wide onClose={hide}>
        <FindList path={path} onHide={hide} />
      </Dialog>
    </>
  );
}
