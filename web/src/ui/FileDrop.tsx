import { Alert, FileInput, Stack } from "@mantine/core";
import { type DragEvent, type ReactNode, useState } from "react";
import { Refusal } from "../api/client";
import look from "../look/look.module.css";
import { appWords } from "../words/app";
import css from "./file-drop.module.css";

/** Larger files are no inspection; the server takes no more either. */
const MOST_BYTES = 3_500_000;

export interface FileDropProps {
	placeholder: string;
	accept: string;
	/** What came back when the file was looked into or taken. */
	error: Error | null;
	/** The text of a chosen file; null when none is chosen any more. */
	onText: (text: string | null) => void;
	/** Takes a packed file as it is; without it there are only texts. */
	onPacked?: (file: File | null) => void;
	children: ReactNode;
}

/** A file to look into before anything is kept: chosen or dropped, with every place that is wrong in it. */
export function FileDrop({ placeholder, accept, error, onText, onPacked, children }: FileDropProps) {
	const [file, setFile] = useState<File | null>(null);
	const packed = (one: File | null) => onPacked !== undefined && one?.name.endsWith(".zip") === true;
	const tooLarge = file !== null && !packed(file) && file.size > MOST_BYTES;
	const choose = async (chosen: File | null) => {
		setFile(chosen);
		onText(null);
		onPacked?.(packed(chosen) ? chosen : null);
		if (packed(chosen)) return;
		if (chosen && chosen.size <= MOST_BYTES) onText(await chosen.text());
	};
	const drop = (event: DragEvent) => {
		event.preventDefault();
		void choose(event.dataTransfer.files[0] ?? null);
	};
	const places = error instanceof Refusal ? Object.entries(error.places) : [];
	return (
		// biome-ignore lint/a11y/noStaticElementInteractions: dropping is beside the button, which does the same
		<div onDragOver={(e) => e.preventDefault()} onDrop={drop}>
			<Stack>
				<FileInput
					label={appWords.file}
					description={appWords.chooseOneOrDropItHere}
					placeholder={placeholder}
					accept={accept}
					value={file}
					onChange={(chosen) => void choose(chosen)}
					clearable
					clearButtonProps={{ "aria-label": appWords.chooseNone }}
				/>
				{tooLarge ? (
					<Alert color="orange" variant="light">
						{appWords.thisFileIsLargerThanAny}
					</Alert>
				) : null}
				{error ? (
					<Alert color="orange" variant="light">
						<div>{error.message}</div>
						<ul className={`${look.figure} ${css.names}`}>
							{places.slice(0, 100).map(([place, sentence]) => (
								<li key={place}>
									{place || "/"}: {sentence}
								</li>
							))}
						</ul>
					</Alert>
				) : null}
				{children}
			</Stack>
		</div>
	);
}
