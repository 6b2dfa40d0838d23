// Writes what the passes say of their parts of the document into docs/piece-format.md.
// Run by: npm run format-docs
import { readFileSync, writeFileSync } from 'node:fs';
import { formatFields, formatMarks } from '../core/piece/format';

const file = 'docs/piece-format.md';
const [before, rest] = readFileSync(file, 'utf8').split(formatMarks.begin);
const after = rest.split(formatMarks.end)[1];
writeFileSync(file, `${before}${formatMarks.begin}\n\n${formatFields()}\n\n${formatMarks.end}${after}`);
