export { picturesOfStudy, sheetOfStudy } from "./open";
export { packStudy, type StudyPackage } from "./pack";
export { pictureOfSheet, type Stage, stagesOf } from "./stages";
export { unpackStudy } from "./unpack";
