import type { BenchPass } from '../pass';
import { Controls } from './Controls';
import { Gauge } from './Gauge';
import { Summary } from './summary';
import { warning } from './warning';

export const grade: BenchPass = {
  name: 'grade',
  line: 9,
  title: 'Grade',
  help: 'Tone and colour of everything, of the photograph, of the letters, inside or outside of them, or of a veil alone. A vignette over all binds words and picture together.',
  Summary,
  Controls,
  Gauge,
  warning,
  governs: ({ lettering }) => lettering && { kind: 'words', id: lettering.id },
};
