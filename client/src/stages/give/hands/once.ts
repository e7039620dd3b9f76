/** A foot that trembles, a pedal that bounces, two pedals under one heel: within so long it is one press. */
const ONE_PRESS_MS = 250;

/** Lets a press through and holds back what comes too soon after it, whichever pedal or field it came from. */
export function oncePerPress(now: () => number = () => performance.now()) {
  let last = -Infinity;
  return () => {
    const at = now();
    // What keeps coming keeps being held back: a key held down, a pedal that rattles.
    const through = at - last >= ONE_PRESS_MS;
    last = at;
    return through;
  };
}
