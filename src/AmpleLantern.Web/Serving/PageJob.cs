namespace AmpleLantern.Web.Serving;

/// <summary>
/// Something that takes longer than a page waits: begun by a press, carried out behind the page, its state shown as it goes on. One at a
/// time.
/// </summary>
/// <typeparam name="T">How far it has come and what it found, as the page is shown it.</typeparam>
public abstract partial class PageJob<T>(T idle, IServiceScopeFactory scopes, ILogger log)
    where T : class
{
    private readonly Lock guard = new();
    private volatile T state = idle;
    private bool running;

    public T State
    {
        get => state;
        protected set => state = value;
    }

    public T Start()
    {
        lock (guard)
        {
            if (running)
            {
                return state;
            }

            (running, state) = (true, Begun);
        }

        _ = Task.Run(Carry);
        return state;
    }

    protected abstract T Begun { get; }

    /// <summary>Does it, setting the state as it goes on.</summary>
    protected abstract Task Run(IServiceProvider services);

    /// <summary>The state when it broke off, with a sentence.</summary>
    protected abstract T Broken(T state, string sentence);

    private async Task Carry()
    {
        try
        {
            await using var scope = scopes.CreateAsyncScope();
            await Run(scope.ServiceProvider);
        }
        catch (Exception e)
        {
            Stopped(log, e);
            state = Broken(state, "It stopped part way. Nothing was changed; start it again.");
        }
        finally
        {
            running = false;
        }
    }

    [LoggerMessage(LogLevel.Error, "What was begun from a page stopped")]
    private static partial void Stopped(ILogger log, Exception e);
}
