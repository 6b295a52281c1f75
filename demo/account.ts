/** The demo workshop's account, printed by the demo start. */
export const demoAccount = {
  email: "workshop@quayside.example",
  studio: "Quayside Signworks",
  password: "gold-leaf-and-enamel",
};
