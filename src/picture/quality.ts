/** How a picture is drawn: flat and fast; with materials and lights; the accumulated final picture. */
export type Quality = 'sketch' | 'lit' | 'full';

/** How what stands in the scene is dressed: as it looks, or so that rays can go on from it. */
export type Dressing = Quality | 'seen';
