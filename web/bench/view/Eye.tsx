import { useAppSelector } from '../../store';
import { benchKeys } from '../keys/entries';
import { useKeys } from '../keys/useKeys';
import { closeEye } from './eyeChoice';
import { EyeLens } from './EyeLens';

/** Wide enough not to meet a single grain, sheet px. */
const radius = 6;

/** Above everything while a colour waits for one of the photograph. */
export function Eye() {
  const label = useAppSelector(({ bench }) => bench.eye);
  return label === null ? null : <OpenEye />;
}

function OpenEye() {
  useKeys([[benchKeys.fold, { down: () => closeEye(null) }]]);
  return <EyeLens radius={radius} onTake={closeEye} />;
}
