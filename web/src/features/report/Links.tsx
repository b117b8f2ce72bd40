import { Anchor, Button, CopyButton, Group, TextInput, Title } from "@mantine/core";
import { useQuery } from "@tanstack/react-query";
import { type FormEvent, useState } from "react";
import { useRenewShare, useRevokeShare, useShare } from "../../api/changes";
import type { JobView, Share } from "../../api/client";
import { sharesQuery, shopQuery } from "../../api/queries";
import look from "../../look/look.module.css";
import { date } from "../../words/intl";
import { reportWords } from "../../words/report";
import css from "./report.module.css";

const on = (at: string) => date(at);

/** Links that show this report, and nothing else, to whoever has them. */
export function Links({ view }: { view: JobView }) {
	const { id } = view.job;
	const shares = useQuery(sharesQuery(id));
	const make = useShare(id);
	const shop = useQuery(shopQuery).data;
	const [whom, setWhom] = useState("");
	const [made, setMade] = useState<string>();
	const submit = (event: FormEvent) => {
		event.preventDefault();
		make.mutate(whom.trim(), {
			onSuccess: ({ token }) => {
				setMade(`${shop?.public_url || window.location.origin}/r/${token}`);
				setWhom("");
			},
		});
	};
	return (
		<section className={look.panel} aria-label={reportWords.linksForTheCustomer}>
			<Title order={2} size="h4" mb={4}>
				{reportWords.linksForTheCustomer}
			</Title>
			<form onSubmit={submit}>
				<Group align="end" gap="xs" wrap="nowrap">
					<TextInput
						label={reportWords.forWhom}
						placeholder={view.job.customer}
						value={whom}
						onChange={(e) => setWhom(e.currentTarget.value)}
						error={make.error?.message}
						maxLength={200}
						className={css.grow}
					/>
					<Button type="submit" variant="default" disabled={whom.trim() === ""} loading={make.isPending}>
						{reportWords.makeALink}
					</Button>
				</Group>
			</form>
			{made ? (
				<output className={css.made}>
					<Anchor href={made} target="_blank" className={look.figure}>
						{made}
					</Anchor>
					<div className={look.soft}>{reportWords.shownOnceLedgeKeepsNoCopy}</div>
					<CopyButton value={made}>
						{({ copied, copy }) => (
							<Button size="compact-sm" onClick={copy} mt={4}>
								{copied ? "Copied" : "Copy"}
							</Button>
						)}
					</CopyButton>
				</output>
			) : null}
			<ul className={css.files}>
				{(shares.data ?? []).map((share) => (
					<Line key={share.id} job={id} share={share} />
				))}
			</ul>
		</section>
	);
}

function Line({ job, share }: { job: number; share: Share }) {
	const revoke = useRevokeShare(job);
	const renew = useRenewShare(job);
	const revoked = share.revoked_at !== "";
	return (
		<li>
			<span className={revoked ? look.struck : undefined}>{reportWords.by(share.for, on(share.made_at), share.made_by)}</span>{" "}
			{revoked ? (
				<span className={look.soft}>{reportWords.revokedBy(share.revoked_by)}</span>
			) : (
				<>
					<span className={share.ended ? look.wrong : look.soft}>
						{share.ended ? reportWords.linkEnded(on(share.ends_at)) : reportWords.linkEnds(on(share.ends_at))}
					</span>{" "}
					<Button
						size="compact-xs"
						variant="subtle"
						onClick={() => renew.mutate(share.id)}
						loading={renew.isPending}
						aria-label={reportWords.renewTheLinkFor(share.for)}
					>
						{reportWords.renew}
					</Button>
					<Button
						size="compact-xs"
						variant="subtle"
						onClick={() => revoke.mutate(share.id)}
						loading={revoke.isPending}
						aria-label={reportWords.revokeTheLinkFor(share.for)}
					>
						{reportWords.revoke}
					</Button>
				</>
			)}
			{renew.error ? <div className={look.wrong}>{renew.error.message}</div> : null}
			{revoke.error ? <div className={look.wrong}>{revoke.error.message}</div> : null}
		</li>
	);
}
