/** The study that a siege is laid to. */
export const DEMO_STUDY = 'fernhill-allotments';
