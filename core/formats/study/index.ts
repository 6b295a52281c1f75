export { packStudy, type StudyPackage } from "./pack";
export { unpackStudy } from "./unpack";
