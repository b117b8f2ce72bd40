import { Alert } from "@mantine/core";
import type { ReactNode } from "react";

/** Something to look at before going on; `small` where it stands beside an entry. */
export function Warned({ title, small, children }: { title?: string; small?: boolean; children: ReactNode }) {
	return (
		<Alert color="orange" variant="light" title={title} p={small ? "xs" : undefined}>
			{children}
		</Alert>
	);
}
