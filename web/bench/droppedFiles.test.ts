import { expect, test } from '@jest/globals';
import type { Bench } from './benchContext';
import { takeFiles } from './droppedFiles';

const bench = (mayChange: boolean): Bench => ({ mayChange }) as Bench;
const file = (name: string): File => new File(['x'], name);

test('a file that no line takes is refused by its name, with what would be taken; the others go on', async () => {
  const refused: string[] = [];
  const asked: string[] = [];
  await takeFiles(
    bench(true),
    [file('notes.doc'), file('table.csv'), file('wall.JPG')],
    ({ name }) => asked.push(name),
    (message) => refused.push(message),
  );
  expect(refused).toHaveLength(2);
  expect(refused[0]).toMatch(/^"notes.doc" cannot be dropped here\. The sheet takes photographs, outlines/);
  expect(refused[1]).toMatch(/^"table.csv"/);
  expect(asked).toEqual(['wall.JPG']);
});

test('who only watches drops nothing', async () => {
  const refused: string[] = [];
  const asked: string[] = [];
  await takeFiles(
    bench(false),
    [file('notes.doc'), file('wall.jpg')],
    ({ name }) => asked.push(name),
    (message) => refused.push(message),
  );
  expect([...refused, ...asked]).toEqual([]);
});
