import fc from "fast-check";

// The same cases on every machine, so that what is red is red for everyone. FC_SEED=random looks further afield.
if (process.env.FC_SEED !== "random") fc.configureGlobal({ seed: Number(process.env.FC_SEED ?? 20_260_504) });
