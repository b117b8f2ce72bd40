import { Alert, Button, FileButton, Group, TextInput, Title, VisuallyHidden } from "@mantine/core";
import { IconCamera } from "@tabler/icons-react";
import { type DragEvent, useState } from "react";
import { useRemovePhoto, useRestorePhoto } from "../api/changes";
import type { FeatureView, JobView } from "../api/client";
import look from "../look/look.module.css";
import { date } from "../words/intl";
import { jobWords } from "../words/job";
import { who } from "../words/trade";
import { isOf } from "./is-of";
import css from "./photos.module.css";
import { useTakePhotos } from "./use-take-photos";
import { Warned } from "./Warned";

/** The photographs of a job, or of one part of it. Only the picture itself is kept: place, camera and time in the file are left out. */
export function Photos({ view, part }: { view: JobView; part?: FeatureView }) {
	const { job } = view;
	const { take, taking, refused } = useTakePhotos(view, part);
	const remove = useRemovePhoto(job.id);
	const restore = useRestorePhoto(job.id);
	const [gone, setGone] = useState<string[]>([]);
	const [caption, setCaption] = useState("");
	const shown = view.photos.filter((p) => !part || isOf(p, part));
	const takeAll = async (files: File[]) => {
		await take(files, caption);
		setCaption("");
	};
	const drop = (event: DragEvent) => {
		event.preventDefault();
		void takeAll([...event.dataTransfer.files]);
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
					onChange={(files) => void takeAll(files)}
					inputProps={{ "aria-label": "Photograph" }}
				>
					{(props) => (
						<Button {...props} variant="default" loading={taking}>
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
				{shown.map((p) => (
					<li key={p.id}>
						<a href={`/api/v1/jobs/${job.id}/photos/${p.id}`} target="_blank" rel="noreferrer">
							<img src={`/api/v1/jobs/${job.id}/photos/${p.id}?small=true`} alt={p.caption} loading="lazy" />
						</a>
						<div>
							{part ? "" : partName(view, p)}
							{p.caption}
						</div>
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

type Photo = JobView["photos"][number];

/** The part that a photograph shows, before what is said of it. */
function partName(view: JobView, p: Photo): string {
	const part = p.kind ? view.features.find((f) => isOf(p, f)) : undefined;
	return part ? `${part.title}: ` : "";
}

/** Takes a photograph of a part at the bench, by the camera where the device has one. */
export function PhotoButton({ view, part }: { view: JobView; part: FeatureView }) {
	const { take, taking, refused } = useTakePhotos(view, part);
	const count = view.photos.filter((p) => isOf(p, part)).length;
	return (
		<>
			<FileButton accept="image/jpeg,image/png" capture="environment" onChange={(file) => file && void take([file], "")}>
				{(props) => (
					<Button {...props} size="compact-md" variant="default" loading={taking} aria-label={jobWords.addAPhotograph}>
						<IconCamera size={20} aria-hidden />
						{count > 0 ? count : ""}
					</Button>
				)}
			</FileButton>
			{refused ? <Warned small>{refused}</Warned> : null}
		</>
	);
}
