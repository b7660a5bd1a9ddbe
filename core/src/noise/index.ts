/** What the other packages may take from here. */
export { readDiagnoseFile } from './diagnose-file.ts'
export { type Answer, type CauseRanking, diagnose, type NextTest, type Suspect } from './diagnose.ts'
export { driveEvidence, type DriveSays, unanswered } from './drive-evidence.ts'
export {
  type Ask,
  type Cause,
  type Knowledge,
  type KnowledgeFile,
  type NoiseTest,
  NOMINAL_KNOWLEDGE,
  readKnowledge,
} from './knowledge.ts'
export { recurring, repetitionAnswer, type RepetitionMatch, repetitionMatches } from './repetition.ts'
