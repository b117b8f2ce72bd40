import type { ButtonProps } from "@mantine/core";

/** How the buttons of the bar look. */
export const QUIET = { variant: "subtle", size: "compact-md", color: "gray", c: "var(--ink)" } satisfies ButtonProps;
