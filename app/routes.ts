import { index, type RouteConfig, route } from "@react-router/dev/routes";

export default [
  index("front/route.tsx"),
  route("shelf", "shelf/route.tsx"),
  route("bench/:id", "bench/route.tsx"),
  route("sets", "sets/list-route.tsx"),
  route("sets/:id", "sets/set-route.tsx"),
  route("outlet", "outlet/route.tsx"),
  route("editions/:id", "edition/route.tsx"),
  route("editions/:id/package.zip", "edition/package-route.ts"),
  route("sign-in", "account/sign-in-route.tsx"),
  route("sign-up", "account/sign-up-route.tsx"),
  route("sign-out", "account/sign-out-route.ts"),
  route("demo", "account/demo-route.ts"),
  route("strips/brushes/:id/:revision.png", "pictures/brush-strip-route.ts"),
  route("strips/editions/:id/:number.png", "pictures/edition-strip-route.ts"),
  route("tips", "pictures/new-tip-route.ts"),
  route("tips/:sha256.png", "pictures/tip-route.ts"),
  route("images/:sha256.png", "pictures/image-route.ts"),
  route("schema/:name.json", "ui/schema-route.ts"),
  route("*", "ui/not-found-route.tsx"),
] satisfies RouteConfig;
