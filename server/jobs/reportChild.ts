import { saveRunReport, type ReportOrder } from '../formats/runReport';
import { serveJob } from './child';

serveJob<ReportOrder, unknown>(saveRunReport);
