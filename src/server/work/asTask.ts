import type { MessagePort } from "node:worker_threads";
import { toPlainError } from "@/core/errors/plainError";
import type { Answer } from "./pool";
import type { TaskName, TaskReply, TaskRequest } from "./taskTypes";

/** Reports how much is done, 0 to 1. */
export type Report = (share: number) => void;

/** Makes a worker's task of a function: its errors cross as plain data, its progress through a port. */
export function asTask<Name extends TaskName>(
  work: (request: TaskRequest<Name>, report: Report) => TaskReply<Name> | Promise<TaskReply<Name>>,
): (task: { request: TaskRequest<Name>; port: MessagePort }) => Promise<Answer<TaskReply<Name>>> {
  return async ({ request, port }) => {
    try {
      return { done: await work(request, (share) => port.postMessage(share)) };
    } catch (error) {
      const plain = toPlainError(error);
      if (!plain) throw error;
      return { error: plain };
    } finally {
      port.close();
    }
  };
}
