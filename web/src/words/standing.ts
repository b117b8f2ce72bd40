import type { components } from "../api/schema";
import { wordOf } from "../api/table";

/** How a part stands, in the words shown beside every mark. */
export const standingWord = (standing: components["schemas"]["FeatureView"]["standing"]): string => wordOf("standing", standing);
