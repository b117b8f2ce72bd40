import { Alert, type MantineSpacing } from "@mantine/core";

interface FailedProps {
	error: Error | null;
	mt?: MantineSpacing;
	mb?: MantineSpacing;
}

/** Why what was sent was refused, where it was. */
export function Failed({ error, mt, mb }: FailedProps) {
	return error ? (
		<Alert color="orange" variant="light" mt={mt} mb={mb}>
			{error.message}
		</Alert>
	) : null;
}
