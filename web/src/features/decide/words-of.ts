import { type Kind, rowOf } from "../../api/table";

/** A way's name within a sentence. */
export const lower = (text: string) => text.charAt(0).toLowerCase() + text.slice(1);

/** A part where there is little room: Main 3, Cyl 2. */
export const shortName = (kind: Kind, number: number) => `${rowOf(kind).short ?? ""} ${number}`.trim();
