import { NextResponse, type NextRequest } from 'next/server';
import { isOwnHost } from './server/hosts';

/** What pages may load and run: what this server sends, scripts only where they carry the name of this very answer. */
const policyFor = (nonce: string): string =>
  [
    "default-src 'self'",
    `script-src 'self' 'nonce-${nonce}' 'wasm-unsafe-eval'`,
    "worker-src 'self' blob:",
    // Styles are set on elements while things are dragged.
    "style-src 'self' 'unsafe-inline'",
    "img-src 'self' blob: data:",
    "media-src 'self' blob:",
    "object-src 'none'",
    "base-uri 'none'",
    "form-action 'self'",
    "frame-ancestors 'none'",
  ].join('; ');

/** Pages, like the routes, are only shown under a name of this server. */
export function proxy(request: NextRequest): NextResponse {
  if (!isOwnHost(request.headers.get('host'))) return new NextResponse('This Ironsky does not answer under that name.', { status: 403 });
  const policy = policyFor(btoa(crypto.randomUUID()));
  const headers = new Headers(request.headers);
  // The framework reads the nonce for its own scripts from here.
  headers.set('Content-Security-Policy', policy);
  const response = NextResponse.next({ request: { headers } });
  response.headers.set('Content-Security-Policy', policy);
  return response;
}

export const config = { matcher: ['/', '/about', '/production/:path*', '/render/:path*'] };
