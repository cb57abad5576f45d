using Hexaprep.Craft.Vocabulary;
using Hexaprep.Planning.Keeping;
using Hexaprep.Planning.Problem;
using Hexaprep.Planning.Reasons;
using Hexaprep.Planning.WhatIf;
using Hexaprep.Storage;
using NodaTime;

// Long: one loop and its jobs, which share one lock.
namespace Hexaprep.Web.Planning;

/// <summary>Plans one workspace, one job at a time: first the plan that is there at once, then what somebody asks, then its proof and
/// the second dates, a better plan, the sizes. What is more urgent breaks off what is less; nobody waits for a plan, and nothing it does
/// changes what an act
/// answers.</summary>
internal sealed class WorkspacePlanner : IDisposable
{
    private enum Job
    {
        None,
        Renew,
        Ask,
        Search,
        Save,
        Weigh,
        Better,
        Sizes,
    }

    private static readonly TimeSpan OtherProcess = TimeSpan.FromMilliseconds(100),
        Burst = TimeSpan.FromMilliseconds(25);
    private const int MostWaits = 8;

    /// <summary>How often a bench that cannot be planned is tried again; then only when it has changed.</summary>
    public const int MostFailures = 3;
    private readonly WorkspaceId _workspace;
    private readonly BenchStore _benches;
    private readonly PlanStore _plans;
    private readonly IPlanMaker _maker;
    private readonly IClock _clock;
    private readonly PlanWorkers _workers;
    private readonly TimeSpan _pause,
        _again;
    private readonly Action<long> _told;
    private readonly ILogger _log;
    private readonly CancellationTokenSource _stop;
    private readonly SemaphoreSlim _wake = new(0);
    private readonly Lock _gate = new();
    private readonly List<Question> _questions = [];
    private Job _running;
    private CancellationTokenSource? _job;
    private bool _sizesWanted;
    private volatile bool _heard = true;
    private volatile PostedPlan? _posted;
    private PostedPlan? _saved;
    private volatile ShownPlanOf? _shown;
    private long _serial,
        _tried;
    private volatile PlanTrouble? _trouble;
    private int _waits;
    private IAsyncDisposable? _turn;

    public WorkspacePlanner(
        WorkspaceId workspace,
        BenchStore benches,
        PlanStore plans,
        IPlanMaker maker,
        PlanWorkers workers,
        IClock clock,
        TimeSpan pause,
        TimeSpan again,
        Action<long> told,
        ILogger log,
        CancellationToken stopping
    )
    {
        (_workspace, _benches, _plans, _maker, _workers, _clock) = (workspace, benches, plans, maker, workers, clock);
        (_pause, _again, _told, _log) = (pause, again, told, log);
        _stop = CancellationTokenSource.CreateLinkedTokenSource(stopping);
        Ended = Task.Run(RunAsync, CancellationToken.None);
    }

    /// <summary>The plan there is; null before the first.</summary>
    public PostedPlan? Posted => _posted;

    /// <summary>What went wrong with planning a bench; null where it went well, or the bench has changed since.</summary>
    public PlanTrouble? TroubleWith(long revision) => _trouble is { } trouble && trouble.Revision == revision ? trouble : null;

    /// <summary>Ends when the planner has been stopped.</summary>
    public Task Ended { get; }

    /// <summary>True when nothing is left to do for this bench at this moment but what nobody asked for.</summary>
    public bool IsSettled(long revision, Instant now)
    {
        if (TroubleWith(revision) is { IsGivenUp: true })
            return true;
        lock (_gate)
            return _questions.Count == 0
                && _shown?.Revision != revision
                && _posted is { IsOfAMoment: false, IsBettered: true, Plan: { Repairs: not null, Bound: not null } } posted
                && posted.IsOf(revision, now)
                && _running is Job.None or Job.Sizes
                && ReferenceEquals(posted, _saved);
    }

    /// <summary>The bench may have moved on, or (<paramref name="planned"/>) a plan was saved: looks again.</summary>
    public void Look(bool planned)
    {
        if (planned)
            _heard = true;
        Demand(Job.Renew, breakOff: false);
    }

    /// <summary>The bench has moved on, or the clock: what runs for the plan before is broken off.</summary>
    public void Renew() => Demand(Job.Renew, breakOff: true);

    /// <summary>What regrouping would save by the plan there is; weighed behind it when it was not yet.</summary>
    public SizesView Sizes()
    {
        if (_posted?.Sizes is { } sizes)
            return sizes;
        lock (_gate)
            _sizesWanted = true;
        Demand(Job.Sizes, breakOff: false);
        return SizesView.Weighing;
    }

    /// <summary>Puts a question to the plan. It waits its turn behind the plan itself, and breaks off searches; a question that
    /// compares waits until the plan was bettered, so that "before" is what the screen shows.</summary>
    /// <param name="key">Equal for equal questions, which are worked out once for a plan; null for one that is worked out each
    /// time.</param>
    /// <param name="revision">The bench as the asker knows it: an answer is at hand only if the plan is of it.</param>
    /// <param name="compares">True where another plan is set beside the plan in force.</param>
    /// <param name="answer">Works it out from the bench and its plan; called anew where the bench has moved on meanwhile.</param>
    /// <param name="cancel">Nobody waits any more.</param>
    /// <exception cref="RefusedException">The question is refused, or no plan could be made.</exception>
    public async Task<T> AskAsync<T>(
        object? key,
        long revision,
        bool compares,
        Func<StoredBench, BenchPlan, Instant, CancellationToken, T> answer,
        CancellationToken cancel
    )
    {
        if (
            key is not null
            && _posted is { } posted
            && posted.IsOf(revision, _clock.GetCurrentInstant())
            && posted.Answers.TryGetValue(key, out var known)
        )
            return (T)known;
        var question = new Question(key, compares, (stored, plan, now, token) => answer(stored, plan, now, token)!, cancel);
        lock (_gate)
            _questions.Add(question);
        Demand(Job.Ask, breakOff: true, spare: compares ? Job.Better : Job.None);
        using var gone = cancel.Register(() => question.Result.TrySetCanceled(cancel));
        return (T)await question.Result.Task;
    }

    /// <summary>Lets another plan take the place of the one in force, which can be gone back to.</summary>
    /// <param name="other">The plan.</param>
    /// <param name="revision">The bench it was made for.</param>
    public void Replace(BenchPlan other, long revision)
    {
        if (_posted is { } posted && posted.Revision == revision && Post(new(other, revision) { IsBettered = true, Before = posted.Plan }))
            _told(revision);
    }

    /// <summary>Goes back to the plan before the one in force, kept for the bench as it stands; what was left is offered.</summary>
    public void GoBack(StoredBench stored, Instant now, CancellationToken cancel)
    {
        if (_posted is not { Before: { } before } posted || posted.Revision != stored.Revision)
            return;
        var back = _maker.AtOnce(stored.Bench, now, before, cancel);
        if (Post(new(back, stored.Revision) { IsBettered = true, Offer = posted.Plan }))
            _told(stored.Revision);
    }

    /// <summary>The plan of a bench follows one that was shown, and taken: whatever was made of that bench meanwhile gives way.</summary>
    /// <param name="shown">The plan that was shown.</param>
    /// <param name="revision">The bench it is followed for; of another it says nothing.</param>
    public void Follow(BenchPlan shown, long revision)
    {
        _shown = new ShownPlanOf(shown, revision);
        Renew();
    }

    /// <summary>The plan that stood before the last repair was put in; null where there is none.</summary>
    public BeforeRepair? BeforeRepair { get; set; }

    // The loop ends by itself; what it waits on is left to it.
    public void Dispose() => _stop.Cancel();

    private void Demand(Job job, bool breakOff, Job spare = Job.None)
    {
        lock (_gate)
        {
            if (breakOff && _running > job && _running != spare)
                _job?.Cancel();
            if (!_stop.IsCancellationRequested)
                _wake.Release();
        }
    }

    private async Task RunAsync()
    {
        var stopping = _stop.Token;
        while (!stopping.IsCancellationRequested)
        {
            try
            {
                var stored = await _benches.CurrentAsync(_workspace, stopping);
                _tried = stored.Revision;
                if (_heard)
                    await AdoptAsync(stopping);
                var job = Next(stored);
                if (TroubleWith(stored.Revision) is { IsGivenUp: true })
                {
                    Fail(new InvalidOperationException("This bench could not be planned."));
                    job = Job.None;
                }
                if (job == Job.None)
                {
                    await GiveBackAsync();
                    await _wake.WaitAsync(stopping);
                }
                else if (job == Job.Renew && await IsBurstAsync(stopping))
                    continue;
                else if (job < Job.Save || IsAsked() || !await IsMovedAsync(stopping))
                    await DoAsync(job, stored, stopping);
                while (await _wake.WaitAsync(0, stopping)) { }
            }
            catch (OperationCanceledException) when (stopping.IsCancellationRequested)
            {
                break;
            }
            catch (OperationCanceledException)
            {
                // Broken off for something more urgent.
            }
            catch (Exception failure)
            {
                if (failure is Npgsql.NpgsqlException or IOException)
                    _log.LogWarning("The planner waits for the database: {Reason}", failure.Message);
                else
                {
                    _trouble = new PlanTrouble(_tried, (TroubleWith(_tried)?.Times ?? 0) + 1, failure);
                    _log.LogError(failure, "Planning failed; it is tried {Most} times.", MostFailures);
                    _told(_tried);
                }
                Fail(failure);
                await GiveBackAsync();
                await Task.Delay(_again, stopping)
                    .ContinueWith(_ => { }, CancellationToken.None, TaskContinuationOptions.None, TaskScheduler.Default);
            }
        }
        Fail(new OperationCanceledException("The planner was stopped."));
        await GiveBackAsync();
    }

    // Acts that come in a row, as from a device that was offline, are planned for once; a plan is never held up for long by them.
    private async Task<bool> IsBurstAsync(CancellationToken stopping)
    {
        var more = _pause > TimeSpan.Zero && _posted is not null && _waits < MostWaits && await _wake.WaitAsync(Burst, stopping);
        _waits = more ? _waits + 1 : 0;
        return more;
    }

    private bool IsAsked()
    {
        lock (_gate)
            return _questions.Count > 0;
    }

    // What nobody waits for begins when the bench is left alone.
    private async Task<bool> IsMovedAsync(CancellationToken stopping) => _pause > TimeSpan.Zero && await _wake.WaitAsync(_pause, stopping);

    private Job Next(StoredBench stored)
    {
        lock (_gate)
        {
            _questions.RemoveAll(q => q.Result.Task.IsCompleted);
            if (
                _posted is not { } posted
                || !posted.IsOf(stored.Revision, _clock.GetCurrentInstant())
                || _shown?.Revision == stored.Revision
            )
                return Job.Renew;
            if (_questions.Exists(q => !q.Compares || (posted.IsBettered && !posted.IsOfAMoment)))
                return Job.Ask;
            if (posted.IsOfAMoment)
                return Job.Search;
            if (_questions.Count > 0)
                return Job.Better;
            if (!ReferenceEquals(posted, _saved))
                return Job.Save;
            if (posted.Plan.Repairs is null || posted.Plan.Bound is null)
                return Job.Weigh;
            if (!posted.IsBettered)
                return Job.Better;
            return _sizesWanted && posted.Sizes is null ? Job.Sizes : Job.None;
        }
    }

    // One planner in the whole house: the turn is the database's, and is kept until all that was made is saved.
    private async Task DoAsync(Job job, StoredBench stored, CancellationToken stopping)
    {
        if (_turn is null)
        {
            _turn = await _plans.TurnAsync(_workspace, stopping);
            if (_turn is null)
                await _wake.WaitAsync(OtherProcess, stopping);
            await AdoptAsync(stopping);
            if (_turn is null || Next(stored) != job)
                return;
        }
        if (job == Job.Save)
        {
            var posted = _posted!;
            _serial = await _plans.SaveAsync(_workspace, posted.Revision, posted.Plan, stopping);
            _saved = posted;
            return;
        }
        using var cancel = CancellationTokenSource.CreateLinkedTokenSource(stopping);
        lock (_gate)
            (_running, _job) = (job, cancel);
        try
        {
            // What nobody waits for takes its turn with the other benches.
            using var worker = job >= Job.Search ? await _workers.TakeAsync(cancel.Token) : null;
            var made = await Task.Factory.StartNew(
                () => Do(job, stored, cancel.Token),
                cancel.Token,
                TaskCreationOptions.LongRunning,
                TaskScheduler.Default
            );
            if (made is not null && Post(made))
                _told(made.Revision);
        }
        catch (OperationCanceledException ended) when (!cancel.IsCancellationRequested)
        {
            throw new InvalidOperationException("The planner broke off by itself.", ended);
        }
        finally
        {
            lock (_gate)
                (_running, _job) = (Job.None, null);
        }
    }

    private async Task GiveBackAsync()
    {
        if (_turn is not { } turn)
            return;
        _turn = null;
        await turn.DisposeAsync();
    }

    private PostedPlan? Do(Job job, StoredBench stored, CancellationToken cancel)
    {
        var now = _clock.GetCurrentInstant();
        var posted = _posted;
        switch (job)
        {
            case Job.Renew:
                var shown = TakeShown(stored.Revision);
                var plan = _maker.AtOnce(stored.Bench, now, shown ?? posted?.Plan, cancel);
                // What moved is told against the plan that stood, not against the one that was shown and taken.
                var stood = posted?.Revision == stored.Revision ? posted.Promised ?? posted.Plan : posted?.Plan;
                if (shown is not null && stood is not null)
                    plan = plan.Told(PlanMoves.Between(stored.Bench, stood, plan, now));
                return new PostedPlan(plan, stored.Revision)
                {
                    // A search that was broken off is made up for.
                    IsOfAMoment =
                        stored.Bench.State.Batches.Count > 0 && (posted is null || posted.IsOfAMoment || posted.Plan.Work.Count == 0),
                    IsBettered =
                        stored.Bench.State.Batches.Count == 0
                        || (shown is null && posted is { IsBettered: true } && BenchPlanner.IsAsGood(stored.Bench, plan, posted.Plan, now)),
                    Before = posted?.Before is { } before && PlanMoves.IsFresh(before.MadeAt, now) ? before : null,
                    // Until a plan is bettered, what was promised before is what counts.
                    Promised = posted is { IsBettered: false, IsOfAMoment: false } ? posted.Promised : posted?.Plan,
                };
            case Job.Ask:
                Answer(stored, posted!, now, cancel);
                return null;
            case Job.Search:
                return new PostedPlan(_maker.First(stored.Bench, now, cancel), stored.Revision);
            case Job.Better:
                var found = _maker.Better(stored.Bench, now, posted!.Plan, posted.Promised, cancel);
                return ReferenceEquals(found.InForce, posted.Plan)
                    ? posted with
                    {
                        IsBettered = true,
                        Offer = found.Offer,
                    }
                    : new PostedPlan(found.InForce, stored.Revision)
                    {
                        IsBettered = true,
                        Offer = found.Offer,
                        Before = posted.Plan,
                    };
            case Job.Weigh:
                posted!.Plan.WorkOut(stored.Bench, cancel);
                return posted with
                {
                    Plan = posted.Plan with
                    {
                        Repairs = _maker.Repairs(stored.Bench, posted.Plan, cancel),
                        Bound = posted.Plan.Bound ?? _maker.Bound(posted.Plan, cancel),
                    },
                };
            default:
                return posted! with { Sizes = _maker.Sizes(stored.Bench, posted.Plan, now, cancel) };
        }
    }

    // What was shown for a newer bench waits for it; for an older one it says nothing any more.
    private BenchPlan? TakeShown(long revision)
    {
        if (_shown is not { } shown || shown.Revision > revision)
            return null;
        Interlocked.CompareExchange(ref _shown, null, shown);
        return shown.Revision == revision ? shown.Plan : null;
    }

    private void Answer(StoredBench stored, PostedPlan posted, Instant now, CancellationToken cancel)
    {
        Question? question;
        lock (_gate)
            question = _questions.Find(q => !q.Compares || posted.IsBettered);
        if (question is null)
            return;
        using var either = CancellationTokenSource.CreateLinkedTokenSource(cancel, question.Cancel);
        try
        {
            if (question.Key is not { } key)
                question.Result.TrySetResult(question.Answer(stored, posted.Plan, now, either.Token));
            else if (posted.Answers.TryGetValue(key, out var known))
                question.Result.TrySetResult(known);
            else
                question.Result.TrySetResult(posted.Answers[key] = question.Answer(stored, posted.Plan, now, either.Token));
        }
        catch (OperationCanceledException) when (cancel.IsCancellationRequested)
        {
            throw;
        }
        catch (Exception refused)
        {
            question.Result.TrySetException(refused);
        }
    }

    private bool Post(PostedPlan made)
    {
        lock (_gate)
        {
            if (_posted is { } there && there.Revision > made.Revision)
                return false;
            if (made.Sizes is not null || made.Revision != _posted?.Revision)
                _sizesWanted = false;
            _posted = made;
            return true;
        }
    }

    // Another process may have planned meanwhile.
    private async Task AdoptAsync(CancellationToken cancel)
    {
        _heard = false;
        if (await _plans.OtherAsync(_workspace, _serial, cancel) is not { } other)
            return;
        // Another process betters what it saves; what lay there at the start is bettered once more.
        var adopted = new PostedPlan(other.Plan, other.Revision) { IsBettered = _posted is not null, Promised = other.Plan };
        (_serial, _saved) = (other.Serial, adopted);
        Post(adopted);
    }

    // Nobody is kept waiting for a plan that cannot be made.
    private void Fail(Exception failure)
    {
        List<Question> waiting;
        lock (_gate)
        {
            waiting = [.. _questions];
            _questions.Clear();
            // Asked for again, they are tried again.
            _sizesWanted = false;
        }
        foreach (var question in waiting)
            question.Result.TrySetException(
                failure is OperationCanceledException
                    ? failure
                    : new RefusedException(
                        new Refusal("plan", "No plan could be made to answer from.", "Ask again in a moment.", RefusalKind.Conflict)
                    )
            );
    }

    private sealed record ShownPlanOf(BenchPlan Plan, long Revision);

    private sealed record Question(
        object? Key,
        bool Compares,
        Func<StoredBench, BenchPlan, Instant, CancellationToken, object> Answer,
        CancellationToken Cancel
    )
    {
        public TaskCompletionSource<object> Result { get; } = new(TaskCreationOptions.RunContinuationsAsynchronously);
    }
}
