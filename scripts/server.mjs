#!/usr/bin/env node
// Answers requests: hands each to the application, after what no application should see has been turned away.
import { createServer } from 'node:http';
import next from 'next';
import { ROOT } from './lib.mjs';

const hostname = process.env.HOST ?? '127.0.0.1';
const port = Number(process.env.PORT ?? 4747);

/** Whether an address is written as RFC 3986 asks for: percent signs stand before two digits of a byte, and the bytes are UTF-8. */
function isReadable(url) {
  try {
    decodeURIComponent(url);
    return true;
  } catch {
    return false;
  }
}

const refuse = (response, status, words) =>
  response.writeHead(status, { 'Content-Type': 'application/json' }).end(JSON.stringify({ error: words }));

const application = next({ dev: false, dir: ROOT, hostname, port });
await application.prepare();
const handle = application.getRequestHandler();
/**
 * Whoever asks must say what within seconds. A large body may take its time as long as it comes: that is watched where it is read.
 */
const PATIENCE = { headersTimeout: 10_000, connectionsCheckingInterval: 2000, requestTimeout: 0, keepAliveTimeout: 10_000 };

const server = createServer(PATIENCE, (request, response) => {
  if (isReadable(request.url ?? '')) void handle(request, response);
  else refuse(response, 400, 'This address cannot be read.');
});
server.on('error', (error) => {
  console.error(
    `\nIronsky cannot answer on ${hostname}:${port}: ${error.code === 'EADDRINUSE' ? 'another program does.' : error.message}\n`,
  );
  process.exit(8);
});
server.listen(port, hostname);
