import type { Option } from "./client";

/** One way to treat a set. Two are the same where all four fields are. */
export type Way = Pick<Option, "action" | "step" | "shell" | "method">;

/** The way alone, out of a set, an option or a decision. */
export const wayOf = ({ action, step, shell, method }: Way): Way => ({ action, step, shell, method });

/** A text that is the same for the same way. */
export const wayKey = (w: Way): string => [w.action, w.step, w.shell, w.method ?? ""].join(" ");

export const sameWay = (a: Way, b: Way): boolean => wayKey(a) === wayKey(b);

/** Whether an action settles what becomes of a set; the others ask for measuring. */
export const settles = (action: string): boolean => action !== "measure" && action !== "remeasure";
