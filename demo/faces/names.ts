/** The shipped faces: file name without ending, and what the face is called. */
export const faceNames: Record<string, string> = {
  'bowlby-one': 'Bowlby One',
  'alfa-slab-one': 'Alfa Slab One',
  'archivo-black': 'Archivo Black',
  'big-shoulders-display-black': 'Big Shoulders Display Black',
  'fraunces-black': 'Fraunces Black',
  shrikhand: 'Shrikhand',
  'dela-gothic-one': 'Dela Gothic One',
  'archivo-variable': 'Archivo',
  'fraunces-variable': 'Fraunces',
  'saira-stencil-one': 'Saira Stencil One',
  'londrina-outline': 'Londrina Outline',
  'commissioner-black': 'Commissioner Black',
  lalezar: 'Lalezar',
  'yatra-one': 'Yatra One',
};
