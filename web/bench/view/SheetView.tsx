import { useCallback, useEffect, useMemo, useRef, useState, type ReactNode } from 'react';
import { intersect } from '../../../core/pixels/region';
import type { Letters } from '../../../core/type/letters';
import { standingBox } from '../../../core/type/standing';
import { useAppDispatch, useAppSelector } from '../../store';
import { useBench } from '../benchContext';
import { looked } from '../benchState';
import { viewKeys } from '../keys/entries';
import { useKeys } from '../keys/useKeys';
import { drawSheet } from './drawSheet';
import { focusSheet } from './focusSheet';
import { FirstSteps } from './FirstSteps';
import { useFingers } from './useFingers';
import { ZoomControl } from './ZoomControl';
import { ViewportContext, viewOf, zoomedAt, type View, type Viewport } from './viewport';

interface SheetViewProps {
  /** Called whenever new tiles are there; returns what stops it. */
  onTiles(listener: () => void): () => void;
  /** The revision of the bench whose picture is shown sharp; null while none is. */
  sharpRevision: number | null;
  children: ReactNode;
}

/** The sheet on its mat: pixels on a canvas, handles above it as lines. */
export function SheetView({ onTiles, sharpRevision, children }: SheetViewProps) {
  const { piece, renderer, letters, mayChange } = useBench();
  const mat = useRef<HTMLDivElement>(null);
  const canvas = useRef<HTMLCanvasElement>(null);
  const [size, setSize] = useState({ width: 0, height: 0 });
  const [view, setView] = useState<View | null>(null);
  const [panning, setPanning] = useState(false);
  const { width, height } = piece.sheet;
  const density = window.devicePixelRatio || 1;

  useEffect(() => {
    const element = mat.current!;
    const observer = new ResizeObserver(() => setSize({ width: element.clientWidth, height: element.clientHeight }));
    observer.observe(element);
    return () => observer.disconnect();
  }, []);

  const whole = useMemo(
    () => (size.width > 0 ? viewOf({ x: 0, y: 0, width, height }, size) : null),
    [size, width, height],
  );
  const shown = view ?? whole;

  // Beyond 1:1 the px of scale 1 are shown larger, as they are; never more is computed than an export holds.
  const scale = shown ? Math.min(1, shown.zoom * density) : 1;
  useEffect(() => {
    if (!shown || size.width === 0) return;
    const factor = scale / shown.zoom;
    const visible = intersect(
      {
        x: Math.floor(-shown.x * factor),
        y: Math.floor(-shown.y * factor),
        width: Math.ceil(size.width * factor) + 1,
        height: Math.ceil(size.height * factor) + 1,
      },
      { x: 0, y: 0, width: Math.round(width * scale), height: Math.round(height * scale) },
    );
    renderer.setView(scale, visible ?? { x: 0, y: 0, width: 1, height: 1 });
  }, [renderer, shown, size, scale, width, height]);

  const draw = useCallback(() => {
    const context = canvas.current?.getContext('2d', { alpha: false });
    if (!context || !shown) return;
    drawSheet(
      context,
      { width: size.width * density, height: size.height * density },
      { width, height },
      { zoom: shown.zoom * density, x: shown.x * density, y: shown.y * density },
      [...renderer.shown.values()],
    );
  }, [renderer, shown, size, density, width, height]);
  useEffect(() => {
    let asked = 0;
    const soon = (): void => {
      cancelAnimationFrame(asked);
      asked = requestAnimationFrame(draw);
    };
    draw();
    const stop = onTiles(soon);
    return () => {
      stop();
      cancelAnimationFrame(asked);
    };
  }, [draw, onTiles]);

  const viewport = useMemo<Viewport | null>(() => {
    if (!shown) return null;
    return {
      view: shown,
      size,
      toScreen: ([x, y]) => [x * shown.zoom + shown.x, y * shown.zoom + shown.y],
      toSheet: ({ clientX, clientY }) => {
        const box = mat.current!.getBoundingClientRect();
        return [(clientX - box.left - shown.x) / shown.zoom, (clientY - box.top - shown.y) / shown.zoom];
      },
      setView,
    };
  }, [shown, size]);

  // Whoever opens a piece goes on with the keyboard on its sheet.
  useEffect(() => focusSheet(), []);

  useGoTo(shown, size, setView);
  useWheel(mat, shown, setView);
  useFingers(mat, shown, setView);
  useViewKeys({ shown, size, setView, setPanning, ink: letters?.ink ? letters : null });
  return (
    <div
      ref={mat}
      data-sheet
      data-testid="mat"
      data-sharp={sharpRevision !== null}
      data-sharp-revision={sharpRevision ?? ''}
      data-view={shown ? `${shown.zoom} ${shown.x} ${shown.y}` : ''}
      className="relative grow overflow-hidden bg-mat"
      // The sheet takes keys of its own, and is a stop on the way by keyboard.
      // eslint-disable-next-line jsx-a11y-x/no-noninteractive-tabindex
      tabIndex={0}
      aria-label="The sheet"
      role="application"
    >
      <canvas
        ref={canvas}
        className="absolute inset-0 h-full w-full"
        width={Math.max(1, size.width * density)}
        height={Math.max(1, size.height * density)}
      />
      {viewport && (
        <ViewportContext value={viewport}>
          <svg className="absolute inset-0 h-full w-full touch-none" aria-hidden={!mayChange}>
            {children}
            {panning && <PanArea />}
          </svg>
          <FirstSteps />
          <ZoomControl onWhole={() => setView(null)} />
        </ViewportContext>
      )}
    </div>
  );
}

/** Shows a place that something outside of the sheet points at, in the middle and 1:1 or nearer. */
function useGoTo(shown: View | null, size: { width: number; height: number }, setView: (view: View) => void): void {
  const goTo = useAppSelector(({ bench }) => bench.goTo);
  const dispatch = useAppDispatch();
  useEffect(() => {
    if (!goTo || !shown) return;
    const zoom = Math.max(shown.zoom, 2 / (window.devicePixelRatio || 1));
    setView({
      zoom,
      x: Math.round(size.width / 2 - goTo.place[0] * zoom),
      y: Math.round(size.height / 2 - goTo.place[1] * zoom),
    });
    dispatch(looked({ goTo: null }));
  }, [goTo, shown, size, setView, dispatch]);
}

function useWheel(
  mat: React.RefObject<HTMLDivElement | null>,
  shown: View | null,
  setView: (view: View) => void,
): void {
  const latest = useRef(shown);
  useEffect(() => {
    latest.current = shown;
  });
  useEffect(() => {
    const element = mat.current!;
    const wheel = (event: WheelEvent): void => {
      event.preventDefault();
      if (!latest.current) return;
      const box = element.getBoundingClientRect();
      const step = event.deltaMode === 1 ? 30 : 1;
      // Two fingers on a pad that are spread come as a wheel with Ctrl, in small steps.
      const factor = event.ctrlKey ? 0.01 : 0.0016;
      const next =
        Math.abs(event.deltaX) > Math.abs(event.deltaY)
          ? { ...latest.current, x: latest.current.x - event.deltaX * step }
          : zoomedAt(
              latest.current,
              [event.clientX - box.left, event.clientY - box.top],
              latest.current.zoom * Math.exp(-event.deltaY * step * factor),
            );
      latest.current = next;
      setView(next);
    };
    element.addEventListener('wheel', wheel, { passive: false });
    return () => element.removeEventListener('wheel', wheel);
  }, [mat, setView]);
}

/** What one press of a key zooms by, and moves by, CSS px. */
const keyZoom = 1.25;
const keyPan = 80;

interface ViewKeys {
  shown: View | null;
  size: { width: number; height: number };
  setView(view: View | null): void;
  setPanning(on: boolean): void;
  ink: Letters | null;
}

/** Whole sheet, the chosen lettering, one to one; space held pans. */
function useViewKeys({ shown, size, setView, setPanning, ink }: ViewKeys): void {
  const toOne = (): void => {
    const density = window.devicePixelRatio || 1;
    if (shown) setView(zoomedAt(shown, [size.width / 2, size.height / 2], 1 / density));
  };
  const toChosen = (): boolean => {
    const box = ink && standingBox(ink);
    if (box) setView(viewOf(box, size));
    return box !== null;
  };
  const zoomBy = (factor: number): void => {
    if (shown) setView(zoomedAt(shown, [size.width / 2, size.height / 2], shown.zoom * factor));
  };
  const panBy = ({ key }: KeyboardEvent): void => {
    const [x, y] = { ArrowLeft: [1, 0], ArrowRight: [-1, 0], ArrowUp: [0, 1], ArrowDown: [0, -1] }[key] ?? [0, 0];
    if (shown) setView({ ...shown, x: shown.x + x * keyPan, y: shown.y + y * keyPan });
  };
  // On a button the space bar is the button's.
  const pan = ({ target }: KeyboardEvent): boolean => {
    if (target instanceof HTMLButtonElement) return false;
    setPanning(true);
    return true;
  };
  useKeys([
    [viewKeys.whole, { down: () => setView(null) }],
    [viewKeys.oneToOne, { down: toOne }],
    [viewKeys.chosen, { down: toChosen }],
    [viewKeys.nearer, { down: () => zoomBy(keyZoom) }],
    [viewKeys.farther, { down: () => zoomBy(1 / keyZoom) }],
    [viewKeys.panBy, { down: panBy }],
    [viewKeys.pan, { down: pan, up: () => setPanning(false) }],
  ]);
  useEffect(() => {
    const blur = (): void => setPanning(false);
    window.addEventListener('blur', blur);
    return () => window.removeEventListener('blur', blur);
  }, [setPanning]);
}

/** Above everything while space is held: drags the sheet about. */
function PanArea() {
  return (
    <ViewportContext.Consumer>
      {(viewport) => {
        let from: { x: number; y: number; view: View } | null = null;
        return (
          <rect
            width={viewport!.size.width}
            height={viewport!.size.height}
            fill="transparent"
            className="cursor-grab"
            onPointerDown={(event) => {
              event.currentTarget.setPointerCapture(event.pointerId);
              from = { x: event.clientX, y: event.clientY, view: viewport!.view };
              const element = event.currentTarget;
              const move = (moved: PointerEvent): void => {
                if (from)
                  viewport!.setView({
                    ...from.view,
                    x: from.view.x + moved.clientX - from.x,
                    y: from.view.y + moved.clientY - from.y,
                  });
              };
              const up = (): void => {
                element.removeEventListener('pointermove', move);
                element.removeEventListener('pointerup', up);
              };
              element.addEventListener('pointermove', move);
              element.addEventListener('pointerup', up);
            }}
          />
        );
      }}
    </ViewportContext.Consumer>
  );
}
