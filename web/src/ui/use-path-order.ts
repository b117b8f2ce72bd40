import type { PathOrder } from "../api/path";
import { useStored } from "./use-stored";

/** How this person's hands go over parts and places: all that one gauge and setting reads first, where nothing else was chosen. */
export const usePathOrder = () => useStored<PathOrder>("ledge.path", "setup");
