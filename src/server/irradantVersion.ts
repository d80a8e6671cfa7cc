import about from "../../package.json";

/** Version of this Irradant, for files that leave it. */
export const irradantVersion = (): string => about.version;
