export { FORMS, type Form } from './conventional';
export { FAMILIES, familyById, FORM_NAMES, startingBoard, type Choice, type Chosen, type Family } from './families';
