import { NextResponse, type NextRequest } from 'next/server';
import { isOwnHost } from './server/hosts';

/** Pages, like the routes, are only shown under a name of this server. */
export function proxy(request: NextRequest): NextResponse {
  return isOwnHost(request.headers.get('host'))
    ? NextResponse.next()
    : new NextResponse('This Ironsky does not answer under that name.', { status: 403 });
}

export const config = { matcher: ['/', '/production/:path*', '/render/:path*'] };
