import { createJobs } from './jobs.ts';
import type { ToWorker } from './messages.ts';

const channel = new MessageChannel();
const waiting: (() => void)[] = [];
channel.port1.onmessage = () => waiting.shift()?.();

const take = createJobs({
  post: (message) => self.postMessage(message),
  nowMs: () => performance.now(),
  later: (work) => {
    waiting.push(work);
    channel.port2.postMessage(null);
  },
});
self.onmessage = (event: MessageEvent<ToWorker>) => take(event.data);
