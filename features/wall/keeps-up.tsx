'use client';

import { t } from '../../core/language';
import { useRouter } from 'next/navigation';
import { useEffect, useState } from 'react';
import { serverAnswers } from '../app-shell/refresh';
import { Problem } from '../ui/problem';

const EVERY_MS = 30_000;

/** Fetches the page anew again and again; says so where it cannot: an old wall misleads. */
export function KeepsUp() {
  const router = useRouter();
  const [since, setSince] = useState<string | null>(null);
  useEffect(() => {
    const again = setInterval(() => {
      void serverAnswers().then((answers) => {
        setSince((was) => (answers ? null : (was ?? new Date().toLocaleTimeString())));
        if (answers) router.refresh();
      });
    }, EVERY_MS);
    return () => clearInterval(again);
  }, [router]);
  return <Problem>{since && t`The server has not answered since ${since}: this is old.`}</Problem>;
}
