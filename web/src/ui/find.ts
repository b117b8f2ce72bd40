import { useWindowEvent } from "@mantine/hooks";

const EVENT = "ledge.find";

/** Opens the search that every place has. */
export const find = () => window.dispatchEvent(new Event(EVENT));

/** Hears when somebody wants to search. */
export const useFindWanted = (open: () => void) => useWindowEvent(EVENT as keyof WindowEventMap, open);
