import { surveyVersion, type Survey } from '../../core/survey';
import type { SurveyJobOrder } from '../jobs/surveyChild';
import type { Jobs } from '../jobs/jobs';
import { Problem, problemOf } from '../problem';
import type { AssetStore } from '../store/assets';
import type { Files } from '../store/files';
import type { SurveyStore } from '../store/surveys';

/** What is known of a plate so far. */
export interface SurveyState {
  survey: Partial<Survey>;
  isComplete: boolean;
  /** Why it could not be measured. */
  problem: string | null;
}

/** Surveys of plates: taken once, one plate after the other, and kept by content and version of the measures. */
export class Surveys {
  private readonly running = new Map<string, SurveyState>();
  private last: Promise<unknown> = Promise.resolve();

  constructor(
    private readonly jobs: Jobs,
    private readonly files: Files,
    private readonly assets: AssetStore,
    private readonly store: SurveyStore,
  ) {}

  /**
   * The survey of a plate as far as it has come; one that is not there is begun. A plate that could not be measured is
   * tried again when it is asked for the next time.
   * @throws Problem 404, 422 for what is no picture
   */
  ask(sha256: string): SurveyState {
    const survey = this.store.find(sha256, surveyVersion);
    if (survey) return { survey, isComplete: true, problem: null };
    const known = this.running.get(sha256);
    if (known) {
      if (known.problem) this.running.delete(sha256);
      return known;
    }
    const { kind, width, height, channels } = this.assets.get(sha256);
    if (kind === 'face') throw new Problem(422, 'This is a face, not a picture.');
    const state: SurveyState = { survey: {}, isComplete: false, problem: null };
    this.running.set(sha256, state);
    const order = {
      pyramid: this.files.pyramid(sha256),
      shape: { width: width!, height: height!, channels: channels! },
    };
    this.last = this.last.then(() => this.take(sha256, order, state)).catch(() => undefined);
    return state;
  }

  /** The whole survey of a plate; null where it is not there yet. */
  known(sha256: string): Survey | null {
    return this.store.find(sha256, surveyVersion) ?? null;
  }

  /** Keeps a survey that was taken beside other work. */
  keep(sha256: string, survey: Survey): void {
    this.store.keep(sha256, surveyVersion, survey);
  }

  private async take(sha256: string, order: SurveyJobOrder, state: SurveyState): Promise<void> {
    const keep = (found: Survey): null => {
      this.keep(sha256, found);
      return null;
    };
    const job = this.jobs.start<SurveyJobOrder, Survey, null>('survey', sha256, 'surveyChild.js', order, keep, () => {
      // Nothing was written.
    });
    job.changed.on('partial', (found: Partial<Survey>) => Object.assign(state.survey, found));
    try {
      await job.finished;
      this.running.delete(sha256);
    } catch (error) {
      state.problem = `This photograph could not be measured. ${problemOf(error)?.message ?? ''}`.trim();
    }
  }
}
