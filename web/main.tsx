import { setNonce } from 'get-nonce';
import { setNonce as setPickerNonce } from 'react-colorful';
import { Tooltip } from 'radix-ui';
import { StrictMode } from 'react';
import { createRoot } from 'react-dom/client';
import { Provider } from 'react-redux';
import { BrowserRouter, Route, Routes } from 'react-router';
import { BenchPage } from './bench/BenchPage';
import { guardLeaving } from './bench/editing';
import { publishFacts } from './bench/facts';
import { FacesPage } from './faces/FacesPage';
import { NothingHere } from './NothingHere';
import { ShelfPage } from './shelf/ShelfPage';
import { store } from './store';
import './styles.css';

const nonce = document.querySelector<HTMLMetaElement>('meta[name="style-nonce"]')!.content;
setNonce(nonce);
setPickerNonce(nonce);

publishFacts(store);
guardLeaving();

// A file that is dropped beside its place must not make the browser leave the page.
for (const kind of ['dragover', 'drop'] as const) window.addEventListener(kind, (event) => event.preventDefault());

createRoot(document.getElementById('root')!).render(
  <StrictMode>
    <Provider store={store}>
      <Tooltip.Provider delayDuration={400}>
        <BrowserRouter>
          <Routes>
            <Route path="/piece/:id/:line?" element={<BenchPage />} />
            <Route path="/faces" element={<FacesPage />} />
            <Route path="/" element={<ShelfPage />} />
            <Route path="*" element={<NothingHere />} />
          </Routes>
        </BrowserRouter>
      </Tooltip.Provider>
    </Provider>
  </StrictMode>,
);
