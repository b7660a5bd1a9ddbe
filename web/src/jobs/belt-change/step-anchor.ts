/** The page’s name for a step of the work, by which it is brought into sight. */
export const stepAnchor = (stepId: string) => `step-${stepId}`
