/** What the other packages may take from here. */
export {
  addDistance,
  answerSide,
  CLOSENESS,
  type Closeness,
  closenessOf,
  closenessSigma,
  distanceRefusal,
  removeSide,
  setCloseness,
  type DriveSurvey,
  outlierSentence,
  photoOfDrive,
  photoRefusal,
  placeByPhoto,
  placeShaftByDistances,
  questionSentence,
  removeDistance,
  setUpright,
  surveyDrive,
} from './drive-survey.ts'
export { MIN_MARKS, placesFromPhoto, type PhotoResult, type SeenPulley } from './photo.ts'
export { inverseMapOf, mapOf } from './plane-map.ts'
export { checkSurveyFile } from './survey-file.ts'
export { surveyPlaces } from './survey.ts'
export type { SurveyResult } from './survey-types.ts'
