'use client';

import { Failure } from '@/rooms/failure';

export default function GlobalError({ reset }: { reset: () => void }) {
  return (
    <html lang="en">
      <body>
        <Failure onRetry={reset} />
      </body>
    </html>
  );
}
