'use client';

import { useEffect, useState } from 'react';
import { Button } from './button';

/** So long a second touch is taken for a yes. */
const ASKS_MS = 5000;

/** What cannot be taken back: it is asked once more before it is done. */
export function Sure({
  label,
  question,
  onSure,
}: {
  readonly label: string;
  /** What the button says the second time. */
  readonly question: string;
  readonly onSure: () => void;
}) {
  const [asks, setAsks] = useState(false);
  useEffect(() => {
    if (!asks) return;
    const later = setTimeout(() => setAsks(false), ASKS_MS);
    return () => clearTimeout(later);
  }, [asks]);
  return (
    <Button
      size="small"
      danger={asks}
      onClick={() => {
        setAsks(!asks);
        if (asks) onSure();
      }}
    >
      {asks ? question : label}
    </Button>
  );
}
