import { Link } from "react-router";
import look from "../look/look.module.css";
import { Bar } from "../ui/Bar";
import { appWords } from "../words/app";

/** An address that is no place. */
export function Component() {
	return (
		<>
			<Bar />
			<main className={look.page}>
				<h1>{appWords.pageNotFound}</h1>
				<p>
					<Link to="/">{appWords.backToTheShop}</Link>
				</p>
			</main>
		</>
	);
}
