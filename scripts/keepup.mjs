// Starts again what ends by itself: at once, then after longer and longer; too often in a minute, and it is given up.

const MOST = 5;
const WITHIN_MS = 60_000;
const FIRST_WAIT_MS = 200;

const sleep = (ms) => new Promise((done) => setTimeout(done, ms));

/**
 * Keeps one thing up. `start` starts it and answers `{ over, stop }`: a promise that is kept when it ends, and how to end it. `say` hears
 * of every new start; `gaveUp` is called once when it ended, or could not start, more than five times within a minute.
 */
export const keepUp = async ({ name, start, say, gaveUp, now = Date.now, wait = sleep }) => {
  let thing = await start();
  let stopping = false;
  let failures = [];
  let next = Promise.resolve();
  const again = async (reason) => {
    if (stopping) return;
    const at = now();
    failures = [...failures.filter((t) => at - t < WITHIN_MS), at];
    if (failures.length > MOST) return gaveUp(`${name} stopped by itself ${MOST + 1} times within a minute.`);
    say(`${name} ${reason}; it is started again.`);
    await wait(FIRST_WAIT_MS * 2 ** (failures.length - 1));
    if (stopping) return;
    try {
      thing = await start();
    } catch {
      return again('did not start');
    }
    // Whoever stops it while it comes up has stopped the one before.
    if (stopping) return thing.stop();
    watch(thing);
  };
  const watch = ({ over }) => void over.then(() => (next = again('stopped by itself')));
  watch(thing);
  return {
    stop: async () => {
      stopping = true;
      await thing.stop();
      await next;
    },
  };
};
