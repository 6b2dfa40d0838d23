import { plainBite } from '../passes/drape/schema';
import { blurSchema, grainSchema } from '../passes/focus/schema';
import { plainGrade, type Grade, type GradeArea } from '../passes/grade/schema';
import { greyMixSchema, hueRangeSchema, splitTintSchema } from '../passes/grade/tone/schema';
import { ambientSchema, contactSchema, mirroredSchema, plainCasts, thrownSchema } from '../light/casting/schema';
import { lipSchema, plainBody, reliefSchema } from '../passes/relief/schema';
import { vignetteSchema } from '../passes/vignette/schema';
import { pieceRecipeSchema, type PieceRecipe } from './pieceRecipe';

/** Any lettering: which one is told when the recipe is put on. */
const anyWords = 'words';

const grade = (area: GradeArea, name: string, tone: Partial<Grade>): Grade => ({
  ...plainGrade('recipe', { lettering: anyWords, area, on: { kind: 'all' } }),
  name,
  ...tone,
});
const recipe = (name: string, note: string, parts: Partial<PieceRecipe>): PieceRecipe =>
  pieceRecipeSchema.parse({ name, note, ...parts });

/** Most letters are a little softer than a vector, and grainy as any photograph. */
const photographed = (sigma: number, grain: number): PieceRecipe['focus'] => ({
  blur: blurSchema.parse({ sigma }),
  motion: null,
  grain: grainSchema.parse({ dark: grain, middle: grain, light: grain, size: 0.5 }),
});
const touching = { contact: contactSchema.parse({}), ambient: ambientSchema.parse({}) };

/** The recipes for whole pieces that come with the application. */
export const shippedPieceRecipes: readonly PieceRecipe[] = [
  recipe('Brushed on', 'paint that takes the surface’s light and texture; a little soft, a little grainy', {
    drape: { displacement: null, bite: plainBite({ as: 'paint', strength: 0.95, texture: 0.8 }) },
    focus: photographed(0.8, 1.6),
  }),
  recipe('Forty winters', 'paint worn off where the surface is lightest and darkest, pale and dry', {
    drape: {
      displacement: null,
      bite: plainBite({
        as: 'paint',
        strength: 0.9,
        texture: 1.3,
        bare: { dark: [0.04, 0.16], light: [0.84, 0.98], noise: 0.14, grain: 3 },
      }),
    },
    focus: photographed(0.8, 2),
    grades: [grade('letters', 'weathered', { fade: 0.35, saturation: 0.8 })],
  }),
  recipe('Steeped', 'dyed into the surface, colours of cloth', {
    drape: { displacement: null, bite: plainBite({ as: 'dye', strength: 0.92, channels: 'each', texture: 1.1 }) },
    focus: photographed(1, 1.6),
    grades: [grade('everything', 'cloth', { vibrance: 0.2, contrast: 0.12 })],
  }),
  recipe('Slide evening', 'letters of light thrown through a lens into a dimmed room', {
    drape: { displacement: null, bite: plainBite({ as: 'light', strength: 0.9 }) },
    focus: { ...photographed(1.8, 1.2) },
    grades: [grade('photograph', 'lights down', { light: -0.9, saturation: 0.85 })],
    vignette: vignetteSchema.parse({ stops: -1.2, from: 0.35 }),
  }),
  recipe('Stood before it', 'things with shadows of their own: close, all round, and thrown', {
    casts: plainCasts({ ...touching, thrown: thrownSchema.parse({ strength: 0.7, lift: 26 }) }),
    relief: plainBody({ lip: lipSchema.parse({ strength: 0.35 }) }),
    focus: photographed(0.7, 1.4),
  }),
  recipe('Chiselled', 'cut into the surface: its texture in the letters, their far edge in the light', {
    drape: { displacement: null, bite: plainBite({ as: 'dye', strength: 0.85, texture: 1.2 }) },
    relief: plainBody({ edges: reliefSchema.parse({ as: 'sunken', profile: 'chamfer', width: 14, depth: 11 }) }),
    focus: photographed(0.8, 1.6),
  }),
  recipe('Poured glaze', 'raised, rounded and wet, with a light edge and a near shadow', {
    casts: plainCasts(touching),
    relief: plainBody({
      edges: reliefSchema.parse({ width: 18, depth: 14, soft: 3, gloss: 0.55, sharpness: 0.7 }),
      lip: lipSchema.parse({ strength: 0.5 }),
    }),
    focus: photographed(0.6, 1.2),
    grades: [grade('everything', 'wet', { contrast: 0.15, vibrance: 0.25 })],
  }),
  recipe('Half past six', 'late sun: warm lights, cool shadows, long soft corners', {
    casts: plainCasts({ ...touching, thrown: thrownSchema.parse({ strength: 0.55, lift: 40 }) }),
    relief: plainBody({ lip: lipSchema.parse({ strength: 0.6 }) }),
    focus: photographed(0.8, 1.6),
    grades: [
      grade('everything', 'late sun', {
        whiteBalance: { warmth: 22, tint: 2 },
        splitTint: splitTintSchema.parse({ shadows: '#3c5a78', highlights: '#f0b060', amount: 0.22 }),
        contrast: 0.12,
      }),
    ],
    vignette: vignetteSchema.parse({ stops: -0.7 }),
  }),
  recipe('Family album', 'a brown print that has stood in the sun', {
    drape: { displacement: null, bite: plainBite({ as: 'paint', strength: 0.8 }) },
    focus: photographed(1.1, 3),
    grades: [
      grade('everything', 'album', {
        greyMix: greyMixSchema.parse({ red: 0.35, green: 0.55, blue: 0.1 }),
        splitTint: splitTintSchema.parse({ shadows: '#7a4310', highlights: '#e2b05a', amount: 0.75 }),
        fade: 0.55,
      }),
    ],
    vignette: vignetteSchema.parse({ stops: -0.9, from: 0.45 }),
  }),
  recipe('Night firing', 'dark and cool all around, only warm colours glow on', {
    relief: plainBody({ lip: lipSchema.parse({ strength: 0.7, width: 3 }) }),
    casts: plainCasts({ ambient: ambientSchema.parse({ strength: 0.5, blur: 30 }) }),
    focus: photographed(0.8, 2.2),
    grades: [
      grade('photograph', 'night', { light: -1.4, whiteBalance: { warmth: -28, tint: 0 }, contrast: 0.2 }),
      grade('everything', 'embers', {
        hueRanges: [hueRangeSchema.parse({ centre: 50, width: 70, saturation: 1.35, lightness: 0.02 })],
      }),
    ],
    vignette: vignetteSchema.parse({ stops: -1.4, from: 0.3 }),
  }),
  recipe('Wet floor', 'mirrored at the foot, cool and clear', {
    casts: plainCasts({
      contact: contactSchema.parse({}),
      mirrored: mirroredSchema.parse({ strength: 0.45, ripple: 2 }),
    }),
    focus: photographed(0.8, 1.4),
    grades: [
      grade('everything', 'after rain', {
        whiteBalance: { warmth: -12, tint: 0 },
        localContrast: { amount: 0.35, radius: 24 },
      }),
    ],
  }),
];
