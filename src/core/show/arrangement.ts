import { z } from 'zod';

/** The parts of the Desk that can be moved. */
export const deskPanels = ['rundown', 'monitors', 'board', 'clocks', 'others', 'hand'] as const;
export type DeskPanel = (typeof deskPanels)[number];

/** Where a panel is: at its place in the main window, hidden, or in a window of its own. */
export const panelPlaceSchema = z.enum(['here', 'hidden', 'window']);
export type PanelPlace = z.infer<typeof panelPlaceSchema>;

/** How one person sits at the Desk of a show. */
export const arrangementSchema = z.object({
  /** Absent: at its place. */
  places: z.partialRecord(z.enum(deskPanels), panelPlaceSchema),
  /** Shares of groups of panels, in percent, by group and panel. */
  sizes: z.record(z.string().max(80), z.record(z.string().max(40), z.number().min(0).max(100))),
  /** Windows of single panels: place and size on the screen, in px. */
  windows: z.partialRecord(
    z.enum(deskPanels),
    z.object({ x: z.number(), y: z.number(), width: z.number().min(0), height: z.number().min(0) }),
  ),
});
export type Arrangement = z.infer<typeof arrangementSchema>;

export const usualArrangement: Arrangement = { places: {}, sizes: {}, windows: {} };
