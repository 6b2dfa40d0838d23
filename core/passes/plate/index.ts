import type { PicturePass } from '../pass';
import { platesDocument } from './document';
import { plateNode } from './render';

const documents = { plates: platesDocument };

export const platePass: PicturePass<typeof documents> = {
  line: 0,
  title: 'Plate',
  stage: 'ground',
  documents,
  photographs: ({ plates }, materials) =>
    plates.map((plate) => ({ id: plate.id, place: plate, node: plateNode(plate, materials) })),
};
