import type { LetteringPass } from '../pass';
import { dripping } from './drips';
import { drapeDocument } from './document';
import { meshed } from './mesh';
import { measureDrape, type DrapeGauges } from './gauge';
import { draped } from './render';
import type { Drape } from './schema';
import { showMap, type DrapeLook } from './show';

/** Line 6. Letters that lie on what the photograph shows. */
export const drapePass: LetteringPass<Drape, DrapeGauges, DrapeLook> = {
  line: 6,
  title: 'Drape',
  document: drapeDocument,
  arrange(letters, { mesh, drips }) {
    const bent = mesh?.shown ? meshed(letters, mesh) : letters;
    return drips?.shown ? dripping(bent, drips) : bent;
  },
  paint: (painted, _letters, drape, scene) => draped(painted, drape, scene),
  measure: measureDrape,
  show: showMap,
};
