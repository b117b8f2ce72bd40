import { Button, Group, Stack, Title } from "@mantine/core";
import type { ReactNode } from "react";
import { Link } from "react-router";
import type { JobView } from "../../api/client";
import look from "../../look/look.module.css";
import { Bar } from "../../ui/Bar";
import { jobWords } from "../../words/job";
import { placeWords } from "../../words/places";
import { Findings } from "./Findings";
import { WalkRail } from "./WalkRail";
import { steps } from "./walk";

/** A step of the walk that is answered rather than measured: what follows from the answers on top. */
export function WalkPlace({ view, name, intro, children }: { view: JobView; name: string; intro: string; children: ReactNode }) {
	const { job } = view;
	const all = steps(view);
	const next = all[all.findIndex((s) => s.name === name) + 1];
	return (
		<>
			<Bar trail={[{ text: placeWords.shop, to: "/" }, { text: job.engine, to: `/jobs/${job.id}` }, { text: name }]} />
			<div className={`${look.columns} ${look.walk} ${look.inside}`}>
				<WalkRail view={view} now={name} />
				<main>
					<Stack gap="lg" maw={900}>
						<div>
							<Title order={1}>{name}</Title>
							<div className={look.soft}>{intro}</div>
						</div>
						<Findings findings={view.walk.findings.filter((f) => f.step === name.toLowerCase())} />
						{children}
						{next ? (
							<Group>
								<Button component={Link} to={next.to} size="md">
									{jobWords.next(next.name)}
								</Button>
							</Group>
						) : null}
					</Stack>
				</main>
			</div>
		</>
	);
}
