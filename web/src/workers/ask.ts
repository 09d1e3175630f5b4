/** What goes between a page and a worker of its own: news on the way, and at last an answer or why there is none. */
type Message<News, Answer> =
  | { readonly news: News }
  | { readonly answer: Answer }
  | { readonly failed: string };

/** The part of a worker that a question needs. */
export type Asked = Pick<Worker, "postMessage" | "terminate" | "addEventListener">;

interface Options<News> {
  readonly onNews?: (news: News) => void;
  /** Ends the work when nobody wants the answer any more. */
  readonly signal?: AbortSignal | undefined;
}

/**
 * Puts a question to a worker of its own. The worker ends with its answer, when it fails, and when it is no longer
 * wanted; in each case the promise is settled.
 */
export function ask<Question, Answer, News = never>(
  open: () => Asked,
  question: Question,
  { onNews, signal }: Options<News> = {},
): Promise<Answer> {
  return new Promise((resolve, reject) => {
    const unwanted = () => new DOMException("No longer wanted", "AbortError");
    if (signal?.aborted) return reject(unwanted());
    const worker = open();
    const stop = () => settle(() => reject(unwanted()));
    let settled = false;
    const settle = (how: () => void) => {
      if (settled) return;
      settled = true;
      signal?.removeEventListener("abort", stop);
      worker.terminate();
      how();
    };
    signal?.addEventListener("abort", stop);
    worker.addEventListener("message", (event) => {
      const { data } = event as MessageEvent<Message<News, Answer>>;
      if ("news" in data) {
        if (!settled) onNews?.(data.news);
      } else if ("answer" in data) settle(() => resolve(data.answer));
      else settle(() => reject(new Error(data.failed)));
    });
    // Its script could not be loaded or read, or an answer could not be carried over.
    worker.addEventListener("error", (event) =>
      settle(() => reject(new Error((event as ErrorEvent).message || "The worker could not be started"))),
    );
    worker.addEventListener("messageerror", () =>
      settle(() => reject(new Error("The worker's answer could not be read"))),
    );
    worker.postMessage(question);
  });
}

/** The part of a worker's own scope that answering needs. */
export type Answering = Pick<DedicatedWorkerGlobalScope, "postMessage" | "addEventListener">;

/** Answers, within a worker, each question that comes; what is thrown on the way reaches whoever asked. */
export function answerQuestions<Question, Answer, News = never>(
  scope: Answering,
  work: (question: Question, tell: (news: News) => void) => Answer | Promise<Answer>,
): void {
  const send = (message: Message<News, Answer>) => scope.postMessage(message);
  scope.addEventListener("message", (event) => {
    const { data } = event as MessageEvent<Question>;
    void (async () => {
      try {
        send({ answer: await work(data, (news) => send({ news })) });
      } catch (error) {
        send({ failed: error instanceof Error ? error.message : String(error) });
      }
    })();
  });
}
