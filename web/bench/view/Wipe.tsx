import { useAppSelector, store } from '../../store';
import { useBench } from '../benchContext';
import { looked } from '../benchState';
import { useDrag } from './drag';
import { Hairline, lineThrough } from './Hairline';
import { Ring } from './Ring';
import { useViewport } from './viewport';

/** The border between before, at the left, and now: dragged by its ring. */
export function Wipe() {
  const wipe = useAppSelector(({ bench }) => bench.wipe);
  return wipe && <Border at={wipe.at} />;
}

function Border({ at }: { at: number }) {
  const { sheet } = useBench().piece;
  const { toScreen, size } = useViewport();
  const move = (to: number): void => {
    const { wipe } = store.getState().bench;
    if (wipe) store.dispatch(looked({ wipe: { ...wipe, at: Math.round(Math.min(sheet.width, Math.max(0, to))) } }));
  };
  const drag = useDrag({
    begin: () => store.getState().bench.wipe?.at ?? at,
    move: ({ to }) => move(to[0]),
    end: ({ to, moved }) => {
      if (moved) move(to[0]);
    },
    cancel: () => undefined,
  });
  const [x, top] = toScreen([Math.min(at, sheet.width), 0]);
  const [, bottom] = toScreen([at, sheet.height]);
  const middle = (Math.max(0, top) + Math.min(size.height, bottom)) / 2;
  return (
    <g>
      <Hairline
        d={lineThrough([
          [x, top],
          [x, bottom],
        ])}
      />
      <Ring at={[x, middle]} label="Border between before and now" drag={drag} cursor="ew-resize" />
    </g>
  );
}
