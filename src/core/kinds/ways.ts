/** Parts of a list that views can show beside branches, by kind: apart from what screens need at once. */
import { ways as conceptWays } from './concept/ways';
import { ways as familyWays } from './family/ways';
import type { PartWay } from './kind';

const WAYS: Readonly<Record<string, readonly PartWay[]>> = { concept: conceptWays, family: familyWays };

export const waysOf = (kind: string): readonly PartWay[] => (Object.hasOwn(WAYS, kind) ? WAYS[kind]! : []);
