package earnest.core.requests;

import earnest.core.json.BadField;
import earnest.core.json.BadJson;
import earnest.core.json.Json;

import java.util.ArrayList;
import java.util.List;

/** Strings and numbers in JSON, with where they stand. The text was read as JSON before. */
final class JsonSpots {
    private final String text;
    private final List<Spot> found = new ArrayList<>();
    private int at;

    private JsonSpots(String text) {
        this.text = text;
    }

    static List<Spot> of(String text) {
        try {
            Json.read(text);
        } catch (BadJson e) {
            throw new BadField("SAMPLE", "the body is not JSON: " + e.getMessage());
        }
        JsonSpots spots = new JsonSpots(text);
        spots.value("");
        return spots.found;
    }

    private void value(String path) {
        char first = next();
        switch (first) {
            case '{' -> object(path);
            case '[' -> list(path);
            case '"' -> {
                int from = at + 1;
                String value = string();
                add(Place.JSON, path, value, from, at - 1);
            }
            case 't', 'f', 'n' -> at += first == 'f' ? 5 : 4;
            default -> {
                int from = at;
                while (at < text.length() && "+-.eE0123456789".indexOf(text.charAt(at)) >= 0) {
                    at++;
                }
                add(Place.JSON_NUMBER, path, text.substring(from, at), from, at);
            }
        }
    }

    private void add(Place place, String path, String value, int from, int to) {
        String name = path.isEmpty() ? "the JSON itself" : "JSON “%s”".formatted(path);
        found.add(new Spot(place, name, value, Spot.Text.BODY, from, to));
    }

    private void object(String path) {
        at++;
        if (next() == '}') {
            at++;
            return;
        }
        do {
            next();
            String name = string();
            next();
            at++;
            value(path.isEmpty() ? name : path + "." + name);
        } while (goesOn());
    }

    private void list(String path) {
        at++;
        if (next() == ']') {
            at++;
            return;
        }
        int index = 0;
        do {
            value("%s[%d]".formatted(path, index++));
        } while (goesOn());
    }

    /** Passes a comma, or the end of an object or list. */
    private boolean goesOn() {
        return next() == text.charAt(at++) && text.charAt(at - 1) == ',';
    }

    private String string() {
        int from = at++;
        while (text.charAt(at) != '"') {
            at += text.charAt(at) == '\\' ? 2 : 1;
        }
        at++;
        return (String) Json.read(text.substring(from, at));
    }

    /** What comes next after white space. */
    private char next() {
        while (" \t\r\n".indexOf(text.charAt(at)) >= 0) {
            at++;
        }
        return text.charAt(at);
    }
}
