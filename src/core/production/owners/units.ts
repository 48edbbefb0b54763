/** Units that many channels have in common. */

/** A share, shown in percent. */
export const SHARE = { unit: '%', min: 0, max: 1, shown: 100, step: 0.01, digits: 0 } as const;

/** An angle; more than one turn is meant as it is said. */
export const TURN = { unit: '°', min: -36000, max: 36000, rest: 0, step: 1, digits: 1 } as const;

/** A place in the world. */
export const PLACE = { unit: 'm', min: -1000, max: 1000, rest: 0, step: 0.1 } as const;
