package app.pervius.core.pattern;

import app.pervius.core.project.FieldValues;

/** What reading a text with a pattern gives. */
public sealed interface Reading {

    /**
     * The text fits.
     *
     * @param values a value for every field read
     * @param end where the reading ended, 0-based, exclusive
     */
    record Fits(FieldValues values, int end) implements Reading {
    }

    /**
     * The text does not fit.
     *
     * @param position the furthest place the reading came to, 0-based
     * @param expected what the pattern wants there
     * @param found what stands there, or "the end"
     */
    record Misfit(int position, String expected, String found) implements Reading {

        /** The misfit as a sentence; positions are counted from 1 for people. */
        public String inWords() {
            return "at character " + (position + 1) + " expected " + expected + ", found " + found;
        }
    }
}
