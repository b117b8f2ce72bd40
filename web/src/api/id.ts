import { v4 } from "uuid";

/** An id for something that is sent. The browser's own are made only on addresses that it calls secure; a shop's network name is none. */
export const newId = (): string => v4();
