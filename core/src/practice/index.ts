/** What the other packages may take from here. */
export { PracticeCar } from './car.ts'
export { CAUSE_OF, type Patient, practicePatient } from './patient.ts'
export { PRACTICE_TESTS, PracticeTests, type Shown } from './tests.ts'
