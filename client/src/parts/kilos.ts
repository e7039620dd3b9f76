/** Standard gravity, m/s² (CGPM 1901): only to show newtons in the kilograms that hands know. */
const gravity = 9.80665;

/** A force in kilograms-force. */
export const kilos = (newtons: number) => newtons / gravity;
