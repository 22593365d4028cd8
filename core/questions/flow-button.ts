import { z } from 'zod';

/** What a visitor presses behind an answer to go on with a flow, as leads keep it. */
export const FlowButton = z.strictObject({
  label: z.string().trim().min(1, 'Something has to stand on it.').max(60, 'At most 60 characters stand on it.'),
  /** The flow’s identity. */
  flow: z.string().min(1, 'Say which flow.').max(30),
  /** The scene that it is begun with; from its beginning when absent. */
  scene: z.string().max(60).optional(),
});
export type FlowButton = z.infer<typeof FlowButton>;

/** Where a flow is begun: its name in the workspace, and the scene, else from its beginning. */
export const FlowStart = z.strictObject({ flow: z.string().max(100), scene: z.string().max(60).optional() });
export type FlowStart = z.infer<typeof FlowStart>;

/** A button as a conversation has it. */
export const OfferedFlow = z.strictObject({ label: z.string(), ...FlowStart.shape });
export type OfferedFlow = z.infer<typeof OfferedFlow>;
