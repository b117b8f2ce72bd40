import { useMediaQuery } from "@mantine/hooks";

/** Whether the bench is worked by touch: a finger points, or the screen is one of a tablet or a telephone. */
export const useByTouch = (): boolean =>
	useMediaQuery("(pointer: coarse), (max-width: 999px)", false, { getInitialValueInEffect: false }) ?? false;
