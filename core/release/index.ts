export { CHANGES_LENGTH, changeLines, changesText } from "./changes-text";
export {
  type ChangedBrush,
  type ComparedSet,
  compareSets,
  isUnchanged,
  type PartDifference,
  partDifferences,
  type SetChange,
} from "./compare-sets";
export { type Decision, mergeDecided } from "./decide";
export { type Choices, type Merge, mergeBrushes, type PartChange, type Side } from "./merge";
export { PART_KEY_LENGTH } from "./parts";
export { isOlder, newestVersion, type Proposal, proposeVersion } from "./version";
