import { Button } from "@mantine/core";
import { createBrowserRouter, Link } from "react-router";
import { RouterProvider } from "react-router/dom";
import { queue } from "../api/queue";
import look from "../look/look.module.css";
import { keys } from "../ui/keys";
import { appWords } from "../words/app";
import { places } from "./places";

/** What is left where a page breaks: entries live in the browser's storage, or in this page alone where that keeps nothing. */
function Broken() {
	const fleeting = queue.fleeting();
	return (
		<main className={look.page}>
			<h1>{appWords.thisPageBroke}</h1>
			{fleeting > 0 ? (
				<>
					<p>{appWords.onlyInThisPage(fleeting)}</p>
					<Button component={Link} to="/">
						{appWords.backToTheShop}
					</Button>
				</>
			) : (
				<>
					<p>{appWords.whatYouEnteredIsKeptLoad}</p>
					<Button onClick={() => window.location.reload()}>{appWords.loadAgain}</Button>
				</>
			)}
		</main>
	);
}

/** Nothing is shown until the first place is there: it takes no longer than its data. */
const Coming = () => null;

const router = createBrowserRouter([
	{
		lazy: () => import("./Inside"),
		HydrateFallback: Coming,
		errorElement: <Broken />,
		children: [{ errorElement: <Broken />, children: places }],
	},
]);

keys.follow(() =>
	router.state.navigation.state === "idle" ? router.state.location.pathname : router.state.navigation.location.pathname,
);

/** The shop's own pages. */
export function App() {
	return <RouterProvider router={router} />;
}
