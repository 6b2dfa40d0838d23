import { readFileSync } from 'node:fs';
import { passes } from '../passes';
import { formatFields, formatMarks } from './format';
import { letteringDocuments, pictureDocuments, pieceVersion } from './schema';

const document = readFileSync('docs/piece-format.md', 'utf8');

test('the format’s documentation has what the passes say of their parts', () => {
  const [, made] = document.split(formatMarks.begin);
  expect(made.split(formatMarks.end)[0].trim()).toBe(formatFields().trim());
});

test('every pass names each of its fields, and the version is the present one', () => {
  for (const [field, { describes }] of Object.entries({
    ...letteringDocuments(passes),
    ...pictureDocuments(passes),
  }))
    expect(describes).toContain(`\`${field}\``);
  expect(document).toContain(`\`${pieceVersion}\`. Older versions are brought up to date`);
  expect(document).toContain(`"version": ${pieceVersion},`);
});
