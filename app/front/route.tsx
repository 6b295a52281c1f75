import { Form, Link } from "react-router";
import { EditionLine } from "~/outlet/edition-line";
import { Button } from "~/ui/button";
import { TopBar } from "~/ui/top-bar";
import type { Route } from "./+types/route";

export { loader } from "./actions.server";

export default function Front({ loaderData: { demo, lines } }: Route.ComponentProps) {
  return (
    <>
      <TopBar />
      <main className="mx-auto w-[min(92vw,64rem)] py-14">
        <h1 className="max-w-3xl font-serif text-5xl leading-tight">A workshop for brushes.</h1>
        <p className="mt-4 max-w-xl text-lg text-soft">
          Shape a tip, tune how it answers the hand, see every change on paper, and publish the set with its specimen,
          so that other painters can try it and take it home.
        </p>
        <div className="mt-7 flex flex-wrap gap-3">
          {demo && (
            <Form method="post" action="/demo">
              <Button kind="act" type="submit">
                Enter the demo workshop
              </Button>
            </Form>
          )}
          <Button kind={demo ? "plain" : "act"} asChild>
            <Link to="/sign-up">Open an account</Link>
          </Button>
          <Button asChild>
            <Link to="/sign-in">Sign in</Link>
          </Button>
        </div>
        {lines.length > 0 && (
          <section aria-labelledby="published" className="mt-14">
            <h2 id="published" className="mb-3 font-semibold font-serif text-xl">
              Published
            </h2>
            <ul className="sheet divide-y divide-line border border-line">
              {lines.map((line) => (
                <EditionLine key={line.edition.id} line={line} />
              ))}
            </ul>
          </section>
        )}
      </main>
    </>
  );
}
