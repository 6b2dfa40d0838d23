import { setNonce } from 'get-nonce';
import { setNonce as setPickerNonce } from 'react-colorful';
import { Tooltip } from 'radix-ui';
import { lazy, StrictMode, Suspense } from 'react';
import { createRoot } from 'react-dom/client';
import { Provider } from 'react-redux';
import { BrowserRouter, Route, Routes } from 'react-router';
import { guardLeaving } from './bench/editing';
import { publishFacts } from './bench/facts';
import { NothingHere } from './NothingHere';
import { ShelfPage } from './shelf/ShelfPage';
import { store } from './store';
import './styles.css';

const nonce = document.querySelector<HTMLMetaElement>('meta[name="style-nonce"]')!.content;
setNonce(nonce);
setPickerNonce(nonce);

// Large pages come by themselves, so that the Shelf is there at once.
const bench = (): Promise<typeof import('./bench/BenchPage')> => import('./bench/BenchPage');
const BenchPage = lazy(() => bench().then((page) => ({ default: page.BenchPage })));
const ProofPage = lazy(() => import('./proof/ProofPage').then((page) => ({ default: page.ProofPage })));
const FacesPage = lazy(() => import('./faces/FacesPage').then((page) => ({ default: page.FacesPage })));
const PlateRoomPage = lazy(() => import('./plates/PlateRoomPage').then((page) => ({ default: page.PlateRoomPage })));
const RoughsPage = lazy(() => import('./roughs/RoughsPage').then((page) => ({ default: page.RoughsPage })));
const RunsPage = lazy(() => import('./runs/RunsPage').then((page) => ({ default: page.RunsPage })));
const RunPage = lazy(() => import('./runs/RunPage').then((page) => ({ default: page.RunPage })));
// Whoever stands on the Shelf opens a piece next.
window.addEventListener('load', () => window.setTimeout(() => void bench(), 300));

publishFacts(store);
guardLeaving();

// A file that is dropped beside its place must not make the browser leave the page.
for (const kind of ['dragover', 'drop'] as const) window.addEventListener(kind, (event) => event.preventDefault());

createRoot(document.getElementById('root')!).render(
  <StrictMode>
    <Provider store={store}>
      <Tooltip.Provider delayDuration={400}>
        <BrowserRouter>
          <Suspense fallback={<p className="p-6 text-faint">Being opened</p>}>
            <Routes>
              <Route path="/piece/:id/proof" element={<ProofPage />} />
              <Route path="/piece/:id/:line?" element={<BenchPage />} />
              <Route path="/faces" element={<FacesPage />} />
              <Route path="/plates" element={<PlateRoomPage />} />
              <Route path="/roughs" element={<RoughsPage />} />
              <Route path="/runs" element={<RunsPage />} />
              <Route path="/runs/:id" element={<RunPage />} />
              <Route path="/" element={<ShelfPage />} />
              <Route path="*" element={<NothingHere />} />
            </Routes>
          </Suspense>
        </BrowserRouter>
      </Tooltip.Provider>
    </Provider>
  </StrictMode>,
);
