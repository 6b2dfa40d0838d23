import type { BenchPass } from '../pass';
import { Controls } from './Controls';
import { Gauge } from './Gauge';
import { Summary } from './summary';

export const grade: BenchPass = {
  name: 'grade',
  line: 9,
  title: 'Grade',
  help: 'Tone and colour of the photograph inside or outside the letters, or on a veil alone. A vignette over all binds words and picture together.',
  Summary,
  Controls,
  Gauge,
  governs: ({ lettering }) => lettering && { kind: 'words', id: lettering.id },
};
