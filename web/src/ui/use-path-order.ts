import { useLocalStorage } from "@mantine/hooks";
import type { PathOrder } from "../api/path";

/** How this person's hands go over parts and places. */
export const usePathOrder = () =>
	useLocalStorage<PathOrder>({ key: "ledge.path", defaultValue: "station", getInitialValueInEffect: false });
