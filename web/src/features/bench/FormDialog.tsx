import { Button, Modal, Stack } from "@mantine/core";
import type { FormEvent, ReactNode } from "react";
import { Failed } from "../../ui/Failed";

interface FormDialogProps {
	title: string;
	/** What stands on the button; Enter in a field does the same. */
	save: string;
	saving: boolean;
	/** What was refused and stands beside no field. */
	error: Error | null;
	onSubmit: (event: FormEvent) => void;
	onClose: () => void;
	children: ReactNode;
}

/** A dialog of a few fields at the bench; what is refused is told above the button, and nothing typed is lost. */
export function FormDialog({ title, save, saving, error, onSubmit, onClose, children }: FormDialogProps) {
	return (
		<Modal opened onClose={onClose} title={title} closeButtonProps={{ "aria-label": "Close" }} returnFocus={false}>
			<form onSubmit={onSubmit}>
				<Stack gap="sm">
					{children}
					<Failed error={error} />
					<Button type="submit" loading={saving}>
						{save}
					</Button>
				</Stack>
			</form>
		</Modal>
	);
}
