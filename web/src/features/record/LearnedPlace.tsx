import { Title } from "@mantine/core";
import { useQuery } from "@tanstack/react-query";
import { Link, useSearchParams } from "react-router";
import type { LearnedView } from "../../api/client";
import { learnedQuery } from "../../api/queries";
import { plural } from "../../api/table";
import { Bar } from "../../app/Bar";
import { Load } from "../../app/Load";
import { WearByPlace } from "../../drawing/WearByPlace";
import { show } from "../../quantity/length";

/** How the parts of an engine usually come in: their wear by position, over all its jobs. */
export function LearnedPlace() {
	const engine = useSearchParams()[0].get("engine") ?? "";
	return (
		<Load query={useQuery(learnedQuery(engine))}>
			{(learned) => (
				<>
					<Bar
						trail={[
							{ text: "Shop", to: "/" },
							{ text: "Search", to: `/search?text=${encodeURIComponent(engine)}` },
							{ text: "Wear history" },
						]}
					/>
					<main className="page">
						<Title order={1}>Typical wear of {engine}</Title>
						<Learned learned={learned} />
					</main>
				</>
			)}
		</Load>
	);
}

function Learned({ learned }: { learned: LearnedView }) {
	const kinds = [...new Set(learned.parts.map((p) => p.kind))];
	if (kinds.length === 0) {
		return (
			<p>
				{learned.jobs === 0
					? "No job of an engine by this name."
					: "None of its jobs has both readings and a size when new to calculate wear from."}{" "}
				<Link to="/search">Search</Link>
			</p>
		);
	}
	return (
		<>
			<p className="soft">
				{learned.jobs === 1 ? "One job" : `The latest ${learned.jobs} jobs`}, as found and of standard size. A short line is one
				job's worst place, the bar is the median of all.
			</p>
			<div className="twin">
				{kinds.map((kind) => {
					const parts = learned.parts.filter((p) => p.kind === kind);
					const worst = parts.reduce((a, b) => (b.median > a.median ? b : a));
					return (
						<section key={kind} className="panel">
							<Title order={2} size="h4">
								{plural(kind)}
							</Title>
							<p style={{ margin: "0 0 0.5rem" }}>
								{parts.length > 1 && parts.some((p) => p.median < worst.median)
									? `Number ${worst.number} wears most; median over all jobs: ${show(worst.median, learned.unit)} ${learned.unit}.`
									: `All wear alike; median over all jobs: ${show(worst.median, learned.unit)} ${learned.unit}.`}
							</p>
							<WearByPlace title={`Wear of ${plural(kind)} by number`} parts={parts} unit={learned.unit} />
						</section>
					);
				})}
			</div>
		</>
	);
}
