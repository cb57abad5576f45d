using Hexaprep.Bench.Edits;
using Hexaprep.Bench.State;
using Hexaprep.Craft.Inspections;
using Hexaprep.Craft.Vocabulary;
using Hexaprep.Screens.GateScreen;
using Hexaprep.Testing;
using NodaTime;

namespace Hexaprep.Core.Tests.Bench;

public sealed class PhotoEditsTests
{
    private static readonly Instant Evening = TurnableClock.Evening;

    private static Picture Any(int bytes = 10, char hash = 'a') => new(new byte[bytes], 40, 30, new string(hash, 64));

    private static void Keep(RehearsedBench bench, StepKind step, int model, Picture? picture = null, int minute = 0) =>
        bench.Make(
            PhotoEdits
                .Keep(bench.Index, Guid.NewGuid(), bench.Step(step).Id, model, picture ?? Any(), Evening + Duration.FromMinutes(minute))
                .Changes
        );

    [Fact]
    public void A_models_photos_lie_side_by_side_in_the_order_of_the_looks()
    {
        var bench = new RehearsedBench(RehearsedBench.Order(models: 3));
        Keep(bench, StepKind.FinalGate, 2);
        Keep(bench, StepKind.PrimerGate, 2, minute: 5);
        Keep(bench, StepKind.PrimerGate, 1, minute: 6);

        var view = new GateReader(bench.Index, bench.Plan(Evening, 1), Evening).Of(bench.Step(StepKind.PrimerGate).Id);

        Assert.Equal([(2, "after primer"), (1, "after primer"), (2, "last look")], view.Photos.Select(p => (p.Model, p.Stage)));
    }

    [Fact]
    public void One_is_taken_out_and_out_it_stays()
    {
        var bench = new RehearsedBench(RehearsedBench.Order(models: 3));
        Keep(bench, StepKind.PrimerGate, 1);
        var photo = Assert.Single(bench.State.Photos);

        bench.Make(PhotoEdits.TakeOut(bench.Index, photo.Id, Evening).Changes);
        Assert.Empty(bench.State.Photos);
        Assert.Empty(PhotoEdits.TakeOut(bench.Index, photo.Id, Evening).Changes);
    }

    [Fact]
    public void Unknown_models_and_steps_and_too_many_are_refused()
    {
        var bench = new RehearsedBench(RehearsedBench.Order(models: 3));
        string Refused(Action what) => Assert.Throws<RefusedException>(what).Refusal.Field;

        Assert.Equal("model", Refused(() => Keep(bench, StepKind.PrimerGate, 9)));
        Assert.Equal("stepId", Refused(() => PhotoEdits.Keep(bench.Index, Guid.NewGuid(), Guid.NewGuid(), 1, Any(), Evening)));
        for (var i = 0; i < PhotoEdits.MostOfAModel; i++)
            Keep(bench, StepKind.PrimerGate, 1);
        Assert.Equal("model", Refused(() => Keep(bench, StepKind.PrimerGate, 1)));
        Assert.Equal("photo", Refused(() => Keep(bench, StepKind.PrimerGate, 2, Any((int)PhotoEdits.MostBytes))));
    }
}
