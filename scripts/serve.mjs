/** The built application on a port of this machine: `node scripts/serve.mjs PORT`. */
import { createServer } from 'node:http';
import next from 'next';

const port = Number(process.argv[2]);
const app = next({ dev: false, hostname: '127.0.0.1', port });
await app.prepare();
const answer = app.getRequestHandler();

/** Nothing is sent here: some methods, and some addresses with any other, make what answers the rest fail. */
const ANSWERED = ['GET', 'HEAD'];

createServer((request, response) => {
  if (ANSWERED.includes(request.method ?? '')) return answer(request, response);
  // What is sent is let go of as it comes.
  request.resume();
  response.writeHead(405, {
    Allow: 'GET, HEAD',
    'Content-Type': 'text/plain; charset=utf-8',
    'Content-Security-Policy': "default-src 'none'",
    'X-Content-Type-Options': 'nosniff',
  });
  response.end('Only GET and HEAD are answered here.');
}).listen(port, '127.0.0.1');
