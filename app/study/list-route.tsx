import { MOST_HEIGHT, MOST_WIDTH } from "@core/study/model";
import { Form, Link, useNavigation } from "react-router";
import { Button } from "~/ui/button";
import { Choice, Field } from "~/ui/field";
import { TopBar } from "~/ui/top-bar";
import { counted, day } from "~/ui/words";
import type { Route } from "./+types/list-route";

export { action, loader } from "./list.server";

export const meta: Route.MetaFunction = () => [{ title: "Studies · Brosse" }];

export default function Studies({ loaderData: { studies, sets, chosen }, actionData }: Route.ComponentProps) {
  const busy = useNavigation().state !== "idle";
  return (
    <>
      <TopBar />
      <main className="mx-4.5 my-5 grid gap-5 lg:grid-cols-[minmax(0,1fr)_22rem]">
        <section aria-labelledby="studies">
          <h1 id="studies" className="mb-3 font-serif text-2xl">
            Studies
          </h1>
          {studies.length === 0 ? (
            <p className="sheet border border-line p-8 text-soft">
              No studies yet. A study is a picture painted with the brushes of a set; every stroke is kept, so that
              others can watch how it was made, stop anywhere and take the brush.
            </p>
          ) : (
            <ul className="grid gap-4 sm:grid-cols-2 xl:grid-cols-3">
              {studies.map((study) => (
                <li
                  key={study.id}
                  className="sheet relative border border-line focus-within:ring-2 focus-within:ring-act"
                >
                  <div className="grid aspect-[3/2] place-items-center overflow-hidden border-line border-b bg-panel">
                    {study.pictureSha256 ? (
                      <img
                        src={`/studies/${study.id}/picture.png?of=${study.pictureSha256.slice(0, 12)}`}
                        alt=""
                        className="size-full object-contain"
                      />
                    ) : (
                      <div
                        className="h-2/3 max-w-[80%] border border-line"
                        style={{ background: study.paper, aspectRatio: `${study.width} / ${study.height}` }}
                      />
                    )}
                  </div>
                  <div className="px-3.5 py-2">
                    <Link
                      to={`/studies/${study.id}`}
                      className="font-medium font-serif text-lg after:absolute after:inset-0"
                    >
                      {study.name}
                    </Link>
                    <p className="text-[13px] text-soft">
                      {study.vignette ? (study.brushId ? "vignette · " : "vignette, its brush is gone · ") : ""}
                      {study.width}×{study.height} px · {counted(study.acts, "act", "acts")} · {day(study.changedAt)}
                    </p>
                  </div>
                </li>
              ))}
            </ul>
          )}
        </section>
        <section aria-labelledby="begin" className="h-fit rounded-lg border border-line bg-panel p-4">
          <h2 id="begin" className="mb-3 font-semibold font-serif text-base">
            Begin a study
          </h2>
          {sets.length === 0 ? (
            <p className="text-soft">
              A study is painted with a set’s brushes:{" "}
              <Link className="text-act underline underline-offset-4" to="/sets">
                make a set
              </Link>{" "}
              first.
            </p>
          ) : (
            <Form method="post" className="space-y-3">
              <Field label="Name" name="name" required maxLength={80} defaultValue="New study" />
              <Choice label="Brushes of" name="set" defaultValue={chosen ?? sets[0].id}>
                {sets.map(({ id, name, brushes }) => (
                  <option key={id} value={id}>
                    {name} ({brushes})
                  </option>
                ))}
              </Choice>
              <div className="grid grid-cols-2 gap-3">
                <Field
                  label="Width, px"
                  name="width"
                  type="number"
                  min={16}
                  max={MOST_WIDTH}
                  defaultValue={1800}
                  required
                />
                <Field
                  label="Height, px"
                  name="height"
                  type="number"
                  min={16}
                  max={MOST_HEIGHT}
                  defaultValue={1200}
                  required
                />
              </div>
              <label className="flex items-center gap-3 font-medium">
                Paper
                <input
                  type="color"
                  name="paper"
                  defaultValue="#fdfdfd"
                  className="h-8 w-14 rounded border border-edge bg-raised"
                />
              </label>
              {actionData && "fault" in actionData && (
                <p role="alert" className="text-danger">
                  {actionData.fault}
                </p>
              )}
              <Button kind="act" type="submit" disabled={busy}>
                Begin
              </Button>
            </Form>
          )}
          <Form
            method="post"
            encType="multipart/form-data"
            className="mt-5 space-y-2 border-line border-t pt-4"
            aria-label="Take a study in"
          >
            <label className="block font-medium">
              Or take one in from a file
              <input type="file" name="study" accept=".zip" required className="mt-1 block w-full text-[13px]" />
            </label>
            <Button type="submit" disabled={busy}>
              Take it in
            </Button>
          </Form>
        </section>
      </main>
    </>
  );
}
