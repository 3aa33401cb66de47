// A line to the database that is half open: nobody says that it has ended, and nothing comes through any more.
import { connect, createServer } from 'node:net';

/** Passes connections on to a database server, until they are told to go silent; later ones pass again. */
export async function silencer(address) {
  const passing = new Set();
  const server = createServer((near) => {
    const far = connect(Number(address.port), address.hostname);
    const one = { silent: false, ends: [near, far] };
    passing.add(one);
    for (const [from, to] of [
      [near, far],
      [far, near],
    ]) {
      from.on('data', (chunk) => one.silent || to.write(chunk));
      from.on('error', () => undefined);
      from.on('close', () => {
        passing.delete(one);
        // What is half open tells the other side nothing either.
        if (!one.silent) to.destroy();
      });
    }
  });
  await new Promise((resolve) => server.listen(0, '127.0.0.1', resolve));
  const url = new URL(address);
  url.port = String(server.address().port);
  return {
    url: url.href,
    /** @returns how many went silent */
    silence() {
      for (const one of passing) one.silent = true;
      return passing.size;
    },
    close() {
      server.close();
      for (const { ends } of passing) for (const end of ends) end.destroy();
    },
  };
}
