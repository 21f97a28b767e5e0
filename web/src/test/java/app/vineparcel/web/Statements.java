package app.vineparcel.web;

import java.lang.reflect.InvocationTargetException;
import java.lang.reflect.Proxy;
import java.sql.Connection;
import java.util.concurrent.atomic.AtomicInteger;
import javax.sql.DataSource;
import org.springframework.beans.factory.config.BeanPostProcessor;
import org.springframework.boot.test.context.TestConfiguration;
import org.springframework.jdbc.datasource.DelegatingDataSource;

/** Counts the statements that are prepared in the database to answer requests. */
@TestConfiguration(proxyBeanMethods = false)
class Statements implements BeanPostProcessor {

    private static final AtomicInteger PREPARED = new AtomicInteger();

    /** How many there have been since the program began. */
    static int count() {
        return PREPARED.get();
    }

    @Override
    public Object postProcessAfterInitialization(Object bean, String name) {
        return bean instanceof DataSource source && !(bean instanceof DelegatingDataSource)
                ? new DelegatingDataSource(source) {
                    @Override
                    public Connection getConnection() throws java.sql.SQLException {
                        return counting(super.getConnection());
                    }
                }
                : bean;
    }

    private static Connection counting(Connection connection) {
        return (Connection) Proxy.newProxyInstance(
                Statements.class.getClassLoader(), new Class<?>[] {Connection.class}, (proxy, method, arguments) -> {
                    boolean statement = method.getName().startsWith("prepare")
                            || method.getName().equals("createStatement");
                    if (statement && Thread.currentThread().getName().startsWith("http-")) {
                        PREPARED.incrementAndGet();
                    }
                    try {
                        return method.invoke(connection, arguments);
                    } catch (InvocationTargetException e) {
                        throw e.getCause();
                    }
                });
    }
}
