export { type LicenceId, licenceIds, licences, usualLicence } from "./licences";
export { brushPath, pack, type SetPackage } from "./pack";
export {
  brushJsonSchema,
  MAX_BRUSHES,
  MEMBER_NOTE,
  MEMBER_USE,
  type SetFile,
  setFileJsonSchema,
  setFileSchema,
  versionSchema,
} from "./schema";
export { unpack } from "./unpack";
