/** What can hurt at a step of the work: the usual cautions, each written once. */
export const SAFE = {
  engineOff: 'Engine off and key out before hands go near a belt.',
  battery: 'Battery negative off: the terminal of the alternator or starter is near.',
  cool: 'Let it cool before leaning over the exhaust.',
  starter: 'Never use the starter to roll a belt on, and never lever it over a rim.',
  plane: 'Hair, sleeves, rings and cords clear; stay out of the belt plane.',
  arm: 'A spring-loaded arm can trap fingers: hold it until it stops.',
  water: 'Wear eye protection. Never reach over a running belt. Never spray anything but water.',
  licensed: 'Have a licensed technician make airbags, hybrid and belt-starter systems safe first.',
} as const
