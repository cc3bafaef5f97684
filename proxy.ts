import { NextResponse, type NextRequest } from 'next/server';

/** Pages of other sites that a browser has open may not write here: a browser says where a request comes from. */
export function proxy(request: NextRequest): NextResponse {
  const reads = request.method === 'GET' || request.method === 'HEAD';
  if (!reads && request.headers.get('sec-fetch-site') === 'cross-site')
    return NextResponse.json(
      { error: { message: 'pages of other sites cannot write here', path: '' } },
      { status: 403 },
    );
  return NextResponse.next();
}

export const config = { matcher: '/api/:path*' };
