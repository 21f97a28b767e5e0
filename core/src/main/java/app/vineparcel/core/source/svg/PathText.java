package app.vineparcel.core.source.svg;

import java.util.Locale;

/**
 * Path data by the grammar of SVG 2 (9.3.9), which is wider than the renderer's: the flags of arcs may stand without room behind them, a smooth
 * curve behind one of another kind begins straight, and a path with an error is drawn up to it (9.5.4).
 */
final class PathText {

    private final String text;
    private final StringBuilder out = new StringBuilder();
    private int at;
    private boolean odd;
    private double x;
    private double y;
    private double startX;
    private double startY;
    private double controlX;
    private double controlY;
    private char before = 'Z';

    private PathText(String text) {
        this.text = text;
    }

    /** The same path in words that the renderer understands; as it was where it understands it already. */
    static String plain(String text) {
        PathText path = new PathText(text);
        path.read();
        return path.odd ? path.out.toString() : text;
    }

    private static final class Broken extends Exception {
        private static final long serialVersionUID = 1L;

        Broken() {
            super("", null, false, false);
        }
    }

    private void read() {
        try {
            char command = ' ';
            skip();
            while (at < text.length()) {
                char next = text.charAt(at);
                boolean letter = "MmLlHhVvCcSsQqTtAaZz".indexOf(next) >= 0;
                if (letter) {
                    at++;
                    command = next;
                } else if (command == ' ' || command == 'Z' || command == 'z') {
                    throw new Broken();
                } else if (command == 'M' || command == 'm') {
                    command = command == 'M' ? 'L' : 'l'; // more pairs behind a move are lines
                }
                if (out.length() == 0 && command != 'M' && command != 'm') {
                    throw new Broken();
                }
                segment(command);
                skip();
            }
        } catch (Broken e) {
            odd = true; // what stands before the error is drawn
        }
    }

    private void segment(char command) throws Broken {
        boolean relative = Character.isLowerCase(command);
        double fromX = relative ? x : 0;
        double fromY = relative ? y : 0;
        switch (Character.toUpperCase(command)) {
            case 'M' -> {
                double toX = fromX + number();
                double toY = fromY + number();
                write('M', toX, toY);
                startX = toX;
                startY = toY;
                to(toX, toY, 'M');
            }
            case 'L' -> line(fromX + number(), fromY + number());
            case 'H' -> line(fromX + number(), y);
            case 'V' -> line(x, fromY + number());
            case 'C' -> cubic(fromX + number(), fromY + number(), fromX, fromY);
            case 'S' -> {
                odd |= before != 'C';
                cubic(before == 'C' ? 2 * x - controlX : x, before == 'C' ? 2 * y - controlY : y, fromX, fromY);
            }
            case 'Q' -> quadratic(fromX + number(), fromY + number(), fromX, fromY);
            case 'T' -> {
                odd |= before != 'Q';
                quadratic(before == 'Q' ? 2 * x - controlX : x, before == 'Q' ? 2 * y - controlY : y, fromX, fromY);
            }
            case 'A' -> {
                double rx = number();
                double ry = number();
                double angle = number();
                int large = flag();
                int sweep = flag();
                double toX = fromX + number();
                double toY = fromY + number();
                write('A', rx, ry, angle, large, sweep, toX, toY);
                to(toX, toY, 'A');
            }
            default -> {
                write('Z');
                to(startX, startY, 'Z');
            }
        }
    }

    private void line(double toX, double toY) {
        write('L', toX, toY);
        to(toX, toY, 'L');
    }

    private void cubic(double x1, double y1, double fromX, double fromY) throws Broken {
        double x2 = fromX + number();
        double y2 = fromY + number();
        double toX = fromX + number();
        double toY = fromY + number();
        write('C', x1, y1, x2, y2, toX, toY);
        controlX = x2;
        controlY = y2;
        to(toX, toY, 'C');
    }

    private void quadratic(double x1, double y1, double fromX, double fromY) throws Broken {
        double toX = fromX + number();
        double toY = fromY + number();
        write('Q', x1, y1, toX, toY);
        controlX = x1;
        controlY = y1;
        to(toX, toY, 'Q');
    }

    private void to(double toX, double toY, char kind) {
        x = toX;
        y = toY;
        before = kind;
    }

    private void write(char command, double... numbers) {
        out.append(command);
        for (double number : numbers) {
            boolean whole = number == Math.rint(number) && Math.abs(number) < 1e9;
            out.append(whole ? String.valueOf((long) number) : String.format(Locale.ROOT, "%.7g", number))
                    .append(' ');
        }
    }

    private void skip() {
        while (at < text.length() && (Character.isWhitespace(text.charAt(at)) || text.charAt(at) == ',')) {
            at++;
        }
    }

    /** One digit, with or without room behind it. */
    private int flag() throws Broken {
        skip();
        char digit = at < text.length() ? text.charAt(at) : ' ';
        if (digit != '0' && digit != '1') {
            throw new Broken();
        }
        at++;
        boolean apart = at < text.length() && (Character.isWhitespace(text.charAt(at)) || text.charAt(at) == ',');
        odd |= !apart;
        return digit - '0';
    }

    private double number() throws Broken {
        skip();
        int start = at;
        sign();
        int whole = digits();
        int fraction = 0;
        if (at < text.length() && text.charAt(at) == '.') {
            at++;
            fraction = digits();
        }
        if (whole + fraction == 0) {
            throw new Broken();
        }
        int end = at;
        if (at < text.length() && (text.charAt(at) | 32) == 'e') {
            at++;
            sign();
            end = digits() > 0 ? at : end;
        }
        at = end;
        double value = Double.parseDouble(text.substring(start, end));
        if (!Double.isFinite(value)) {
            throw new Broken();
        }
        return value;
    }

    private void sign() {
        if (at < text.length() && (text.charAt(at) == '+' || text.charAt(at) == '-')) {
            at++;
        }
    }

    private int digits() {
        int start = at;
        while (at < text.length() && text.charAt(at) >= '0' && text.charAt(at) <= '9') {
            at++;
        }
        return at - start;
    }
}
