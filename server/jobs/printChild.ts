import { savePrintSheets, type PrintOrder } from '../formats/printSheets';
import { serveJob } from './child';

serveJob<PrintOrder, unknown>(savePrintSheets);
