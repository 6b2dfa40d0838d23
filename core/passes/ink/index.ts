import { slipGhost, type SlipLook } from './ghost';
import { joinLayers } from './join';
import { inkDocument } from './document';
import { measureInkGauges, type InkGauges } from './measure';
import type { LetteringPass } from '../pass';
import { inkLayers } from './render';
import type { Ink } from './schema';

export const inkPass: LetteringPass<Ink, InkGauges, SlipLook> = {
  line: 4,
  title: 'Ink',
  document: inkDocument,
  paint: (painted, letters, ink, scene) => ({
    ...painted,
    layers: [...painted.layers, ...inkLayers(letters, ink, scene)],
  }),
  join: (layers, { together }) => (together === null ? layers : joinLayers(layers, together)),
  measure: measureInkGauges,
  show: slipGhost,
};
