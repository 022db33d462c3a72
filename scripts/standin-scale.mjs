// npm run standin:scale [-- --port N --every MS --oz]: a small simulated scale on a loopback WebSocket. It speaks the plain line of
// docs/formats/scale-line.md and takes orders in the same way: "put 386", "pour 60", "take 20", "clear", "quiet", "talk".
// It is a stand-in for a serial scale and says so in its greeting.
import { createServer } from 'node:http';
import { register } from 'tsx/esm/api';
import { WebSocketServer } from 'ws';

const unregister = register();
const { newSimulatedScale, putOn, pourExactly, clearPan, scaleReducer, emptyScale, stepScale } =
  await import('../core/src/scale/index.ts');
const { writeScaleLine } = await import('../core/src/scale/line.ts');
const { seededRandom } = await import('../core/src/random/index.ts');
await unregister();

const wanted = (name, fallback) => {
  const at = process.argv.indexOf(name);
  return at < 0 ? fallback : process.argv[at + 1];
};
const port = Number(wanted('--port', '4185'));
const every = Number(wanted('--every', '100'));

const server = createServer((_req, res) => {
  res.writeHead(426).end('This is a scale. It speaks over a WebSocket.\n');
});
const sockets = new WebSocketServer({ server });
sockets.on('connection', (socket) => {
  let scale = newSimulatedScale(process.argv.includes('--oz') ? 'oz' : '1 g');
  let seen = scaleReducer(emptyScale, { type: 'connect', source: 'stand-in' });
  let quiet = false;
  const random = seededRandom(Number(wanted('--seed', '7')));
  socket.send('maul-scale 1 stand-in scale\n');
  const orders = {
    put: (grams) => (scale = putOn(scale, grams)),
    take: (grams) => (scale = putOn(scale, -grams)),
    pour: (grams) => (scale = pourExactly(scale, grams)),
    clear: () => (scale = clearPan(scale)),
    quiet: () => (quiet = true),
    talk: () => (quiet = false),
  };
  socket.on('message', (data) => {
    const [order, grams] = String(data).trim().split(' ');
    orders[order]?.(Number(grams ?? 0));
  });
  const timer = setInterval(() => {
    const step = stepScale(scale, every, random);
    scale = step.scale;
    seen = scaleReducer(seen, { type: 'reading', reading: step.reading });
    if (!quiet && socket.readyState === socket.OPEN)
      socket.send(`${writeScaleLine(step.reading, seen.stable)}\n`);
  }, every);
  socket.on('close', () => clearInterval(timer));
});
server.listen(port, '127.0.0.1', () =>
  console.log(`The stand-in scale is at ws://127.0.0.1:${server.address().port}`),
);
for (const signal of ['SIGINT', 'SIGTERM'])
  process.on(signal, () => {
    for (const socket of sockets.clients) socket.terminate();
    server.close(() => process.exit(0));
  });
