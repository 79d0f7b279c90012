/** Functions that views may call of class sets. */
export { keepClassSet, loadClassSets, unsealClassSet } from "@/data/class-sets";
