using System.Diagnostics;
using Hexaprep.Core.Bench;
using Hexaprep.Core.Routes;
using Hexaprep.Formats;
using Hexaprep.Testing;
using NodaTime;
namespace Hexaprep.Bench;
internal static class Scratch
{
    public static void Run(int units)
    {
        var r = SaltfenWorld.Army(units);
        var now = TurnableClock.Evening;
        var bench = r.Index;
        var plan = PlanDraft.Make(bench, now, 6);
        var step = plan.Work.First().StepId;
        var act = new Act(Guid.NewGuid(), ActKind.Done, now) { StepId = step, DespiteAir = true };
        Decision d = Acts.Decide(bench, act, now, Guid.NewGuid);
        var next = bench.With(d);
        void T(string name, Action a) { for (var i=0;i<120;i++) a(); var ts = new List<double>(); for (var i=0;i<60;i++){ var w=Stopwatch.StartNew(); a(); ts.Add(w.Elapsed.TotalMilliseconds);} ts.Sort(); Console.WriteLine($"{name,-28} {ts[30]:F2} {ts[57]:F2}"); }
        T("decide", () => Acts.Decide(bench, act, now, Guid.NewGuid));
        T("with", () => bench.With(d));
        T("plan.On", () => plan.On(next));
        var on = plan.On(next);
        T("BenchReader on", () => new BenchReader(next, on, now).View());
        T("BenchReader", () => new BenchReader(bench, plan, now).View());
        T("PlanReader", () => new PlanReader(bench, plan, now).View());
        T("PlanReader.Promises", () => new PlanReader(bench, plan, now).Promises());
        T("PlanReader on", () => new PlanReader(next, on, now).View());
        T("PlanReader json", () => System.Text.Json.JsonSerializer.SerializeToUtf8Bytes(new PlanReader(next, on, now).View(), TestApp.Json)); var vv = new PlanReader(next, on, now).View(); T("json only", () => System.Text.Json.JsonSerializer.SerializeToUtf8Bytes(vv, TestApp.Json)); Console.WriteLine(System.Text.Json.JsonSerializer.SerializeToUtf8Bytes(vv, TestApp.Json).Length); foreach (var prop in typeof(PlanView).GetProperties()) Console.WriteLine(prop.Name + " " + System.Text.Json.JsonSerializer.SerializeToUtf8Bytes(prop.GetValue(vv), TestApp.Json).Length);
        var di = new DropIns(bench, plan, new Core.Wording.Clockface(bench.State.Settings.Zone, now));
        T("dropins", () => { foreach (var w in plan.Work) _ = di.Of(w); });
        T("asks", () => { foreach (var w in plan.Work) _ = HandReader.Asks(bench, bench.Steps[w.StepId]); });
        T("line", () => { foreach (var w in plan.Work) foreach (var h in plan.HoldsOf(bench.Steps[w.StepId])) _ = HoldWords.Line(bench, h); });
        T("expected", () => { foreach (var w in plan.Work) if (bench.Steps[w.StepId].Amounts.Product is not null && Waits.Of(bench, bench.Steps[w.StepId]).LastOrDefault() is {} aw) _ = bench.Expected(bench.Steps[w.StepId], aw.Stage, now); });
        var pr = new PlanReader(bench, plan, now);
        object? Call(string m, params object[] a) => typeof(PlanReader).GetMethod(m, System.Reflection.BindingFlags.NonPublic | System.Reflection.BindingFlags.Instance)!.Invoke(pr, a);
        foreach (var m in new[] { "Sittings", "PlannedWaits", "Proof" }) T(m, () => Call(m));
        var ws = plan.Work.GroupBy(w => w.StepId).Select(g => (g.Key, g.ToList())).ToList();
        T("Steps", () => { foreach (var (k, l) in ws) Call("Step", k, l); });
        T("Day", () => { foreach (var w in plan.Work) Call("Day", w.Begin); });
        var ck = new Core.Wording.Clockface(bench.State.Settings.Zone, now);
        T("At", () => { foreach (var w in plan.Work) ck.At(w.Begin); });
        T("rules", () => _ = Core.Routes.RuleBook.Trade.Rules.Where(r => r.Acts == Core.Routes.RuleActs.Calendar).Select(r => new PlanRuleView(r.Reason, r.KeptBy)).ToList());
        T("trade", () => _ = Core.Routes.RuleBook.Trade);
        Console.WriteLine(plan.Work.Count);
        T("Units", () => new UnitReader(bench, plan, now).List());
        T("AtOnce", () => PlanDraft.AtOnce(next, now, plan, default));
        T("bound", () => Core.Scheduling.LowerBound.Of(plan.Problem));
        T("alone", () => Core.Scheduling.LowerBound.Alone(plan.Problem));
        T("bindings", () => _ = new Core.Scheduling.Bindings(plan.Problem, plan.Result.Schedule.Chunks));
        T("ends", () => Core.Scheduling.PlanValue.Finishes(plan.Problem, plan.Result.Schedule.Chunks));
        var bs = new Core.Scheduling.Bindings(plan.Problem, plan.Result.Schedule.Chunks);
        T("holdsof all", () => { foreach (var w in plan.Work) _ = bs.Of(bench.Steps[w.StepId].BatchId.ToString(), w.StepId.ToString()).Count; });
        T("write json", () => { PlanFile.Write(plan.Problem); PlanFile.Write(plan.Result); });
        T("repairs", () => Repairs.Of(bench, plan));
    }
}
