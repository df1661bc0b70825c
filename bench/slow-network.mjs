// A small proxy that does to a connection what a room full of phones does: it waits, stalls and cuts.
import net from 'node:net';

/** A number between two, by chance. */
const between = (least, most) => least + Math.random() * (most - least);

/**
 * Lets bytes through late, in order, each way.
 *
 * @param port where the server listens on this machine.
 * @param delay milliseconds that a piece takes at least and at most; another each time.
 * @param stallEvery seconds between two stalls of a connection on average, and how long they are at most.
 * @param cutEvery seconds after which a connection is cut, on average.
 */
export async function slowNetwork(port, { delay, stallEvery, stall, cutEvery }) {
  const open = new Set();
  const server = net.createServer((phone) => {
    const far = net.connect(port, '127.0.0.1');
    open.add(phone);
    let stalledUntil = 0;
    const stalls = setInterval(() => {
      if (Math.random() < 1 / stallEvery) stalledUntil = performance.now() + between(500, stall * 1000);
    }, 1000);
    const cut = setTimeout(
      () => {
        phone.destroy();
        far.destroy();
      },
      -Math.log(Math.random()) * cutEvery * 1000,
    );
    const pass = (from, to) => {
      let free = 0;
      from.on('data', (piece) => {
        const now = performance.now();
        // In order: nothing overtakes what was sent before it.
        free = Math.max(free, now + between(...delay), stalledUntil);
        setTimeout(() => !to.destroyed && to.write(piece), free - now);
      });
      from.on('close', () => {
        clearInterval(stalls);
        clearTimeout(cut);
        open.delete(phone);
        to.destroy();
      });
      from.on('error', () => to.destroy());
    };
    pass(phone, far);
    pass(far, phone);
  });
  await new Promise((resolve) => server.listen(0, '127.0.0.1', resolve));
  return {
    origin: `http://127.0.0.1:${server.address().port}`,
    close: () => {
      for (const phone of open) phone.destroy();
      server.close();
    },
  };
}
