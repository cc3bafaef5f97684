/** What a worker says of itself and of its work. */
export type FromWorker<Report> = 'ready' | 'done' | 'failed' | { report: Report };

/**
 * Has this worker answer questions with `work`, which reports as often as it has something better. It says first that it
 * is loaded, and after each question that it is done with it or failed at it.
 */
export function answerWith<Question, Report>(
  work: (question: Question, report: (report: Report) => void) => void | Promise<void>,
): void {
  const say = (message: FromWorker<Report>) => self.postMessage(message);
  self.onmessage = async ({ data }: MessageEvent<Question>) => {
    try {
      await work(data, (report) => say({ report }));
      say('done');
    } catch (error) {
      say('failed');
      throw error;
    }
  };
  say('ready');
}
