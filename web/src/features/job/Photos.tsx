import { Alert, Button, FileButton, Group, TextInput, Title, VisuallyHidden } from "@mantine/core";
import { type DragEvent, useState } from "react";
import { useAddPhoto, useRemovePhoto, useRestorePhoto } from "../../api/changes";
import type { JobView } from "../../api/client";
import look from "../../look/look.module.css";
import { date } from "../../words/intl";
import { jobWords } from "../../words/job";
import { who } from "../../words/trade";
import css from "./job.module.css";

/** The server takes no more. */
const MOST_BYTES = 12 * 1024 * 1024;

/** The job's photographs. Only the picture itself is kept: place, camera and time in the file are left out. */
export function Photos({ view }: { view: JobView }) {
	const { job } = view;
	const add = useAddPhoto(job.id);
	const remove = useRemovePhoto(job.id);
	const restore = useRestorePhoto(job.id);
	const [gone, setGone] = useState<string[]>([]);
	const [caption, setCaption] = useState("");
	const [refused, setRefused] = useState("");
	const take = async (files: File[]) => {
		setRefused("");
		for (const file of files) {
			if (file.size > MOST_BYTES) {
				setRefused(jobWords.isLargerThan12MbASmaller(file.name));
				continue;
			}
			try {
				await add.mutateAsync({ file, caption: caption.trim() || file.name.replace(/\.\w+$/, "") });
			} catch (error) {
				setRefused(`${file.name}: ${error instanceof Error ? error.message : jobWords.couldNotBeKept}`);
			}
		}
		setCaption("");
	};
	const drop = (event: DragEvent) => {
		event.preventDefault();
		void take([...event.dataTransfer.files]);
	};
	return (
		<section aria-label={jobWords.photographs} onDragOver={(e) => e.preventDefault()} onDrop={drop}>
			<Title order={2} size="h4" mb="xs">
				{jobWords.photographs}
			</Title>
			{refused ? (
				<Alert color="orange" variant="light" mb="xs">
					{refused}
				</Alert>
			) : null}
			<Group align="flex-end">
				<TextInput
					label={jobWords.whatItShows}
					placeholder={jobWords.theDeckAsItCame}
					value={caption}
					maxLength={200}
					onChange={(e) => setCaption(e.currentTarget.value)}
				/>
				<FileButton
					accept="image/jpeg,image/png"
					multiple
					onChange={(files) => void take(files)}
					inputProps={{ "aria-label": "Photograph" }}
				>
					{(props) => (
						<Button {...props} variant="default" loading={add.isPending}>
							{jobWords.addAPhotograph}
						</Button>
					)}
				</FileButton>
				<span className={look.soft}>{jobWords.jpegOrPngUpTo12Mb}</span>
			</Group>
			{gone.length > 0 ? (
				<p className={look.soft}>
					{jobWords.takenAway(gone.length)}{" "}
					<button
						type="button"
						className={look.plainLink}
						onClick={() => {
							for (const id of gone) restore.mutate(id, { onSuccess: () => setGone((ids) => ids.filter((one) => one !== id)) });
						}}
					>
						{jobWords.bringBack}
					</button>
				</p>
			) : null}
			<ul className={css.photos}>
				{view.photos.map((p) => (
					<li key={p.id}>
						<a href={`/api/v1/jobs/${job.id}/photos/${p.id}`} target="_blank" rel="noreferrer">
							<img src={`/api/v1/jobs/${job.id}/photos/${p.id}?small=true`} alt={p.caption} loading="lazy" />
						</a>
						<div>{p.caption}</div>
						<div className={look.soft}>
							{who(p.taken_by, p.from_file)}, {date(p.taken_at)}{" "}
							<button
								type="button"
								className={look.plainLink}
								onClick={() => remove.mutate(p.id, { onSuccess: () => setGone((ids) => [...ids, p.id]) })}
							>
								{jobWords.takeAway}
								<VisuallyHidden> {p.caption}</VisuallyHidden>
							</button>
						</div>
					</li>
				))}
			</ul>
		</section>
	);
}
