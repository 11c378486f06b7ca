/** Imported before everything else: packages choose their production form as they load. */
process.env.NODE_ENV ??= "production";
