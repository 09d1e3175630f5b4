/**
 * Puts a question to a worker of its own and ends it with its last answer, or when it is no longer wanted.
 * @param isLast tells the answer from news of progress
 */
export function ask<Question, News, Last extends News>(
  open: () => Worker,
  question: Question,
  isLast: (news: News) => news is Last,
  onNews: (news: Exclude<News, Last>) => void,
  signal?: AbortSignal,
): Promise<Last> {
  return new Promise((resolve, reject) => {
    const worker = open();
    const end = () => worker.terminate();
    signal?.addEventListener("abort", () => {
      end();
      reject(new DOMException("No longer wanted", "AbortError"));
    });
    worker.onmessage = ({ data }: MessageEvent<News>) => {
      if (!isLast(data)) return onNews(data as Exclude<News, Last>);
      end();
      resolve(data);
    };
    worker.onerror = ({ message }) => {
      end();
      reject(new Error(message));
    };
    worker.postMessage(question);
  });
}
