import { coatSchema, solidCoat, type Coat } from '../coats/schema';
import { plainPanel } from '../passes/ink/panel/schema';
import { inkSchema } from '../passes/ink/schema';
import { outlinesSchema, plainOutline } from '../passes/outlines/schema';
import { recipeSchema, type Recipe } from './recipe';

const coat = (given: Record<string, unknown>): Coat => coatSchema.parse({ opacity: 1, ...given });
const gradient = (from: string, to: string, more: Record<string, unknown> = {}): Coat =>
  coat({
    kind: 'gradient',
    shape: 'linear',
    stops: [
      { at: 0, colour: from },
      { at: 1, colour: to },
    ],
    angle: 90,
    ...more,
  });

function recipe(
  name: string,
  note: string,
  { ink = {}, outlines = {} }: { ink?: Record<string, unknown>; outlines?: Record<string, unknown> },
): Recipe {
  return recipeSchema.parse({
    name,
    note,
    ink: inkSchema.parse({ coats: [], ...ink }),
    outlines: outlinesSchema.parse(outlines),
  });
}

const shadow = { x: 8, y: 12, blur: 34, colour: '#1a120c', strength: 0.65 };

/** The recipes that come with the application. */
export const shippedRecipes: readonly Recipe[] = [
  recipe('Cut paper', 'openings in a sheet of warm paper, its edge throws a shadow', {
    ink: { panel: plainPanel({ shape: { kind: 'sheet' }, colour: '#f3ecdd', knockout: 'below', shadow }) },
  }),
  recipe('Kiln door', 'openings in a dark rounded box with a halftone on it', {
    ink: {
      panel: {
        ...plainPanel({
          shape: { kind: 'box', round: 0.25 },
          colour: '#2a1a14',
          knockout: 'below',
          opacity: 0.94,
          margin: [0.35, 0.3],
        }),
        coats: [
          gradient('#3a241b', '#140c09'),
          coat({
            kind: 'halftone',
            motif: 'dots',
            colour: '#c9793f',
            pitch: 0.05,
            angle: 30,
            contrast: 0.6,
            mode: 'lighten',
            opacity: 0.35,
          }),
        ],
      },
    },
  }),
  recipe('Cracked glaze', 'clay under a grey crackle, coloured by a gradient that is laid on twice', {
    ink: {
      coats: [
        solidCoat({ colour: '#8d6a52' }),
        coat({
          kind: 'pattern',
          motif: 'crackle',
          colours: ['#a8a8a8', '#4a4a4a'],
          size: 0.22,
          angle: 0,
          mode: 'overlay',
        }),
        gradient('#d9c08a', '#2c6e63', { mode: 'overlay' }),
        gradient('#d9c08a', '#2c6e63', { mode: 'overlay', opacity: 0.6 }),
      ],
    },
  }),
  recipe('Market board', 'cream letters, a wide dark outline around them and a fine one inside', {
    ink: { coats: [solidCoat({ colour: '#f4e9cf' })] },
    outlines: {
      list: [
        plainOutline({ id: 'outline-1', unit: 'em', width: 0.05, side: 'outside', colour: '#3a2018' }),
        plainOutline({ id: 'outline-2', unit: 'em', width: 0.01, side: 'inside', gap: 0.022, colour: '#a4552f' }),
      ],
    },
  }),
  recipe('Wire', 'no ink: one line along the edge, seen in front of everything', {
    outlines: {
      list: [
        plainOutline({ id: 'outline-1', unit: 'em', width: 0.014, side: 'centred', front: true, colour: '#fbf7ec' }),
      ],
    },
  }),
  recipe('Hem stitch', 'one soft colour and a dashed line inside the edge', {
    ink: { coats: [solidCoat({ colour: '#b9553a' })] },
    outlines: {
      round: 0.015,
      list: [
        plainOutline({
          id: 'outline-1',
          unit: 'em',
          width: 0.012,
          side: 'inside',
          gap: 0.03,
          colour: '#f7e6cf',
          dash: { on: 4, off: 3, caps: 'round' },
        }),
      ],
    },
  }),
  recipe('Rubbing', 'the photo itself through a halftone, multiplied', {
    ink: {
      coats: [
        coat({ kind: 'plate' }),
        coat({
          kind: 'halftone',
          motif: 'lines',
          colour: '#2b211b',
          ground: '#efe3cb',
          pitch: 0.035,
          angle: 38,
          contrast: 1.6,
        }),
      ],
      mode: 'multiply',
    },
  }),
  recipe('Bread stamp', 'rounded letters pressed dark into whatever lies below', {
    ink: { coats: [solidCoat({ colour: '#7d4a2a', opacity: 0.9 })], mode: 'multiply' },
    outlines: {
      round: 0.03,
      grow: 0.012,
      list: [
        plainOutline({
          id: 'outline-1',
          unit: 'em',
          width: 0.02,
          side: 'outside',
          gap: 0.015,
          colour: '#7d4a2a',
          mode: 'multiply',
          opacity: 0.7,
        }),
      ],
    },
  }),
  recipe('Tin tray', 'each letter laid over the one before it, rimmed in light and dark', {
    ink: { coats: [gradient('#e9e2d2', '#8f8a80', { angle: 60, span: 'letter' })] },
    outlines: {
      list: [
        plainOutline({ id: 'outline-1', unit: 'em', width: 0.03, side: 'outside', contour: 'each', colour: '#35302b' }),
        plainOutline({ id: 'outline-2', unit: 'em', width: 0.01, side: 'inside', colour: '#fffdf6', opacity: 0.8 }),
      ],
    },
  }),
  recipe('Fair poster', 'a sun of twelve points behind letters with a mitred rim', {
    ink: {
      coats: [solidCoat({ colour: '#fff6e0' })],
      panel: {
        ...plainPanel({ shape: { kind: 'star', points: 12, depth: 0.86 }, colour: '#b5472a', margin: [0.1, 0.1] }),
        coats: [
          coat({
            kind: 'gradient',
            shape: 'radial',
            stops: [
              { at: 0, colour: '#d8743a' },
              { at: 1, colour: '#a13a24' },
            ],
            angle: 0,
          }),
        ],
      },
    },
    outlines: {
      list: [
        plainOutline({ id: 'outline-1', unit: 'em', width: 0.03, side: 'outside', join: 'mitre', colour: '#2e1a14' }),
      ],
    },
  }),
];
