import { constants, setPriority } from 'node:os';
import type { Survey } from '../../core/survey';
import type { PyramidShape } from '../store/pyramidFile';
import { measurePlate } from '../survey/measurePlate';
import { serveJob } from './child';

/** A plate to be measured. */
export interface SurveyJobOrder {
  pyramid: string;
  shape: PyramidShape;
}

// Nobody waits for it: what is being worked at comes first.
setPriority(constants.priority.PRIORITY_BELOW_NORMAL);

serveJob<SurveyJobOrder, Survey>(({ pyramid, shape }, progress) =>
  measurePlate(pyramid, shape, (name, found, done) => progress(done, 'Measuring', { [name]: found })),
);
