package app.vineparcel.core.colour;

/** Small dense matrices of doubles, as colour needs them; rows first. Immutable. */
public final class Matrix {

    private final double[][] rows;

    private Matrix(double[][] rows) {
        this.rows = rows;
    }

    /** A matrix of these rows. */
    public static Matrix ofRows(double[]... rows) {
        double[][] copy = new double[rows.length][];
        for (int r = 0; r < rows.length; r++) {
            copy[r] = rows[r].clone();
        }
        return new Matrix(copy);
    }

    /** A matrix of one column. */
    public static Matrix column(double... values) {
        double[][] rows = new double[values.length][];
        for (int r = 0; r < rows.length; r++) {
            rows[r] = new double[] {values[r]};
        }
        return new Matrix(rows);
    }

    /** A square matrix with these values on its diagonal. */
    public static Matrix diagonal(double... values) {
        double[][] rows = new double[values.length][values.length];
        for (int i = 0; i < values.length; i++) {
            rows[i][i] = values[i];
        }
        return new Matrix(rows);
    }

    /** Whether it is square and no entry differs from the identity's by more than the tolerance. */
    public boolean isCloseToIdentity(double tolerance) {
        for (int i = 0; i < rowCount() * columnCount(); i++) {
            double wanted = i / columnCount() == i % columnCount() ? 1 : 0;
            if (Math.abs(at(i / columnCount(), i % columnCount()) - wanted) > tolerance) {
                return false;
            }
        }
        return rowCount() == columnCount();
    }

    public int rowCount() {
        return rows.length;
    }

    public int columnCount() {
        return rows[0].length;
    }

    public double at(int row, int column) {
        return rows[row][column];
    }

    /** This matrix applied after {@code right}. */
    public Matrix times(Matrix right) {
        double[][] product = new double[rowCount()][right.columnCount()];
        for (int r = 0; r < product.length; r++) {
            for (int c = 0; c < product[r].length; c++) {
                for (int k = 0; k < columnCount(); k++) {
                    product[r][c] += rows[r][k] * right.rows[k][c];
                }
            }
        }
        return new Matrix(product);
    }

    /** This matrix applied to a vector. */
    public double[] times(double... vector) {
        double[] product = new double[rowCount()];
        for (int r = 0; r < product.length; r++) {
            for (int c = 0; c < vector.length; c++) {
                product[r] += rows[r][c] * vector[c];
            }
        }
        return product;
    }

    /** The inverse of a 3 × 3 matrix, by cofactors. */
    public Matrix inverse() {
        double[][] cofactors = new double[3][3];
        for (int r = 0; r < 3; r++) {
            for (int c = 0; c < 3; c++) {
                cofactors[c][r] = at((r + 1) % 3, (c + 1) % 3) * at((r + 2) % 3, (c + 2) % 3)
                        - at((r + 1) % 3, (c + 2) % 3) * at((r + 2) % 3, (c + 1) % 3);
            }
        }
        double determinant = at(0, 0) * cofactors[0][0] + at(0, 1) * cofactors[1][0] + at(0, 2) * cofactors[2][0];
        if (Math.abs(determinant) < 1e-12) {
            throw new IllegalArgumentException("these colours lie on one line: the matrix has no inverse");
        }
        for (double[] row : cofactors) {
            for (int c = 0; c < 3; c++) {
                row[c] /= determinant;
            }
        }
        return new Matrix(cofactors);
    }

    /** The entries row by row, as floats. */
    public float[] toFloats() {
        float[] flat = new float[rowCount() * columnCount()];
        for (int i = 0; i < flat.length; i++) {
            flat[i] = (float) at(i / columnCount(), i % columnCount());
        }
        return flat;
    }
}
