'use client';

import './globals.css';
import { PageError } from '../features/app-shell/page-error';

export default function Failed({
  error,
  reset,
}: {
  error: Error & { digest?: string };
  reset: () => void;
}) {
  return (
    <html lang="en" data-alive="">
      <body>
        <PageError error={error} onAgain={reset} />
      </body>
    </html>
  );
}
