/** npm start: installs and builds what is missing, serves, prints the address. */
import { spawn } from 'node:child_process';
import { createServer } from 'node:net';
import { build, install, root } from './setUp.mjs';

install();
build();
const port = await freePort(Number(process.env.PORT) || 3000);
const server = spawn(process.execPath, [`${root}.output/server/index.mjs`], {
  stdio: ['ignore', 'ignore', 'inherit'],
  env: { ...process.env, PORT: String(port), HOST: '127.0.0.1' },
});
for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => server.kill(signal));
server.on('exit', (code) => process.exit(code ?? 0));
const address = `http://localhost:${port}`;
await answers(`${address}/api/health`);
console.log(`\nEven Blush is at ${address} (Ctrl C ends it)`);

/** The first port from the wanted one on that nothing listens at. */
function freePort(wanted) {
  return new Promise((resolve) => {
    const probe = createServer();
    probe.once('error', () => resolve(freePort(wanted + 1)));
    probe.listen(wanted, '127.0.0.1', () => probe.close(() => resolve(wanted)));
  });
}

async function answers(url) {
  for (;;) {
    if (
      await fetch(url).then(
        (response) => response.ok,
        () => false,
      )
    )
      return;
    await new Promise((resolve) => setTimeout(resolve, 100));
  }
}
