'use client';

import { PageError } from '../features/app-shell/page-error';

export default function Failed({
  error,
  reset,
}: {
  error: Error & { digest?: string };
  reset: () => void;
}) {
  return <PageError error={error} onAgain={reset} />;
}
