import type { ContactPrint } from '../api/types';

/** A contact as it lies: all of the hand, foot or limb, and what of it presses. */
interface Print {
  /** Drawn in a box of 100 by 100 about its middle, pointing up; a right hand or foot seen from above. */
  whole: string;
  press: string;
  /** The middle of what presses: it stands at the place worked. */
  at: [number, number];
}

const hand =
  'M-28 50C-34 36-38 26-41 16C-50 8-54-2-48-9C-43-13-38-6-34-1C-34-5-33-8-33-11L-32-33C-31-41-21-41-20-33L-18-12L-16-41C-15-50-4-50-3-41L-1-12L3-38C4-47 15-46 15-37L14-10L20-27C23-35 33-32 32-25L28 4C30 20 30 36 26 50Z';
const foot =
  'M-4 50C-25 50-30 33-25 19C-21 5-35-7-40-20C-45-33-38-43-27-44C-24-51-9-52-7-45C-1-49 8-47 9-42C14-45 21-42 21-37C26-39 32-35 31-29C38-26 41-16 38-5C34 11 25 23 26 35C26 46 14 50-4 50Z';
const finger = 'M-34 50L-40-20C-40-42-24-50 0-50C24-50 40-42 40-20L34 50Z';
const limb = 'M-30 50C-40 20-40-10-34-40C-30-50 30-50 34-40C40-10 40 20 30 50Z';
const fist =
  'M-40 44C-50 20-50-10-44-30C-38-46-22-48-14-40C-8-50 8-50 14-40C22-48 40-44 45-28C52-6 50 22 40 44C20 52-20 52-40 44Z';
const disc = 'M0-50C30-50 48-26 48 0C48 28 28 50 0 50C-28 50-48 28-48 0C-48-26-30-50 0-50Z';
const seat = 'M-2 30C-20 46-50 34-50 2C-50-28-28-46-2-34ZM2 30C20 46 50 34 50 2C50-28 28-46 2-34Z';
const cloth = 'M-50-40C-20-50 20-30 50-42L50 40C20 30-20 50-50 42Z';

const palm = 'M-29 45C-38 22-34 2-18-7C0-11 18-5 25 4C29 24 25 40 20 46C4 51-20 51-29 45Z';

export const prints: Record<ContactPrint['shape'], Print> = {
  hand: { whole: hand, press: palm, at: [-4, 20] },
  'palm-heel': { whole: hand, press: 'M-28 48C-32 38-28 28-4 28C20 28 26 38 24 48C8 52-14 52-28 48Z', at: [-2, 40] },
  'hand-edge': { whole: hand, press: 'M25 50C29 32 30 12 26-4L17-2C21 14 20 34 15 50Z', at: [22, 22] },
  web: { whole: hand, press: 'M-48-6C-42 8-36 6-33-12L-26-12C-26 16-44 20-54 4Z', at: [-38, 2] },
  grip: { whole: hand, press: hand, at: [-4, 4] },
  bowl: { whole: hand, press: palm, at: [-4, 20] },
  fingers: {
    whole: hand,
    press: 'M-32-24V-33C-31-41-21-41-20-33V-24ZM-15-31L-16-41C-15-50-4-50-3-41V-31ZM3-29V-38C4-47 15-46 15-37V-29Z',
    at: [-9, -36],
  },
  finger: { whole: finger, press: 'M-38-10L-40-20C-40-42-24-50 0-50C24-50 40-42 40-20L38-10Z', at: [0, -30] },
  thumb: { whole: finger, press: 'M-37 4L-40-20C-40-42-24-50 0-50C24-50 40-42 40-20L37 4Z', at: [0, -22] },
  fist: { whole: fist, press: fist, at: [0, 0] },
  forearm: { whole: limb, press: limb, at: [0, 0] },
  elbow: { whole: limb, press: 'M-36-22C-38-46-20-50 0-50C20-50 38-46 36-22Z', at: [0, -36] },
  shin: { whole: limb, press: 'M-14 46V-44H14V46Z', at: [0, 0] },
  sole: {
    whole: foot,
    press:
      'M-2 46C-21 46-24 28-14 20C2 8-2-4-20-12C-36-20-36-34-24-36C-4-40 20-34 30-22C36-10 26 10 22 26C22 42 12 46-2 46Z',
    at: [2, 4],
  },
  arch: { whole: foot, press: 'M-23 22C-18 8-26-2-33-10L32-2C28 10 23 16 23 24Z', at: [0, 7] },
  'foot-edge': { whole: foot, press: 'M33-18C38-4 25 14 24 40L14 42C14 16 24-2 22-20Z', at: [24, 10] },
  ball: {
    whole: foot,
    press: 'M-38-22C-36-34-10-38 4-36C24-32 38-20 34-8C20-2-20-4-32-10C-36-14-38-18-38-22Z',
    at: [-2, -20],
  },
  heel: { whole: foot, press: 'M-3 47C-20 47-24 35-20 27C-8 20 12 20 22 27C25 38 16 47-3 47Z', at: [0, 36] },
  toes: {
    whole: foot,
    press: 'M-40-26C-42-40-30-46-24-46C-20-52-8-50-6-45C4-50 12-44 12-42C22-44 24-36 24-36C32-36 32-26 30-26Z',
    at: [-4, -38],
  },
  knee: {
    whole: disc,
    press: 'M0-34C20-34 32-18 32 0C32 20 20 34 0 34C-20 34-32 20-32 0C-32-18-20-34 0-34Z',
    at: [0, 0],
  },
  seat: { whole: seat, press: seat, at: [0, 0] },
  cloth: { whole: cloth, press: cloth, at: [0, 0] },
};
