import { useBench } from '../../benchContext';

export function Summary() {
  const { chalk } = useBench().piece;
  if (chalk.length === 0) return null;
  const open = chalk.filter(({ done }) => !done).length;
  return (
    <span>
      {' '}
      Chalk: <b>{chalk.length === 1 ? '1 mark' : `${chalk.length} marks`}</b>
      {open === 0 ? ', all done.' : `, ${open} still to do.`}
    </span>
  );
}
