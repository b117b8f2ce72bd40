import { type Kind, rowOf } from "../../api/table";

/** A part where there is little room: Main 3, Cyl 2. */
export const shortName = (kind: Kind, number: number) => `${rowOf(kind).short ?? ""} ${number}`.trim();
