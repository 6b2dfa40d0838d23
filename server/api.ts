import { Hono } from 'hono';
import { accessRoutes } from './routes/access';
import { assetRoutes } from './routes/assets';
import { cutRoutes } from './routes/cuts';
import { faceRoutes } from './routes/faces';
import { jobRoutes } from './routes/jobs';
import { openApiRoutes } from './routes/openApi';
import { pieceRoutes } from './routes/pieces';
import { recipeRoutes } from './routes/recipes';
import { roughRoutes } from './routes/roughs';
import { runRoutes } from './routes/runs';
import { surveyRoutes } from './routes/surveys';
import { versionRoutes } from './routes/versions';
import { workerRoutes } from './routes/workers';
import type { Upgrade } from './routes/socket';
import type { Studio } from './studio';

/** Everything that the page asks of the server, below `/api`. */
export const api = (studio: Studio, upgrade: Upgrade) =>
  new Hono()
    .route('/pieces', pieceRoutes(studio, upgrade))
    .route('/pieces', versionRoutes(studio))
    .route('/access', accessRoutes())
    .route('/assets', assetRoutes(studio))
    .route('/cuts', cutRoutes(studio))
    .route('/faces', faceRoutes(studio))
    .route('/jobs', jobRoutes(studio))
    .route('/recipes', recipeRoutes(studio))
    .route('/roughs', roughRoutes(studio))
    .route('/runs', runRoutes(studio))
    .route('/surveys', surveyRoutes(studio))
    .route('/workers', workerRoutes(studio))
    .route('/', openApiRoutes());

/** What the page's client is typed by. */
export type Api = ReturnType<typeof api>;
