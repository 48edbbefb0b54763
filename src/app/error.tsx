'use client';

import { useEffect } from 'react';
import { Failure } from '@/rooms/failure';

export default function ErrorPage({ error, reset }: { error: Error; reset: () => void }) {
  useEffect(() => console.error(error), [error]);
  return <Failure onRetry={reset} />;
}
