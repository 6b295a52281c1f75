import type { Route } from "./+types/route";
import { StudyScreen } from "./study-screen";

export { loader } from "./loader.server";

export const meta: Route.MetaFunction = ({ data }) => [{ title: `${data?.study.name ?? "Study"} · Brosse` }];

/** What is painted is kept by itself: nothing here is read again because something was sent. */
export const shouldRevalidate = () => false;

export default function StudyRoute({ loaderData }: Route.ComponentProps) {
  return <StudyScreen key={loaderData.study.id} {...loaderData} />;
}
