/** What may be known of two people together, as fields of the link between them. */
export const COUPLE_FACTS = ['married', 'divorced', 'place'] as const;
export type CoupleFacts = Readonly<Partial<Record<(typeof COUPLE_FACTS)[number] | 'status', string>>>;
