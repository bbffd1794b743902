# frozen_string_literal: true

module MildAnvil
  module Core
    module Plan
      # The day as a strip: conditioning, check, set-up and pulls, by bench, within the operator's hours.
      #
      # Minutes run from midnight of the first day; what does not fit goes to the next. Pulls that were made stand where
      # they were made, and the rest slides behind them.
      class Day
        MINUTES_A_DAY = 24 * 60
        MOST_DAYS = 30
        # label; ready: minute at which it may be pulled; made: [from, to] when it was; bench: index
        Pull = Struct.new(:label, :ready, :made, :bench, keyword_init: true) do
          def initialize(ready: 0, made: nil, bench: 0, **rest) = super
        end
        # name; minutes of one run; capacity of the oven or tank in pieces; cool_minutes after each run;
        # starts: minute of the first run, which may lie on the evening before (negative)
        Conditioning = Struct.new(:name, :minutes, :capacity, :cool_minutes, :starts, keyword_init: true)
        Item = Struct.new(:kind, :label, :lane, :from, :to, keyword_init: true) do
          def day = from.div(MINUTES_A_DAY)
        end
        # opens and closes in minutes of a day; benches and operators: how many at once
        Hours = Struct.new(:opens, :closes, :benches, :operators, keyword_init: true) do
          def initialize(opens: 420, closes: 960, benches: 1, operators: 1) = super
        end

        # @param check_minutes [Float] and setup_minutes on each bench; minutes_each of one pull
        # @param now [Float, nil] minute before which nothing can begin any more
        # @raise [InvalidInput]
        def initialize(pulls:, minutes_each:, hours: Hours.new, check_minutes: 0, setup_minutes: 0, conditioning: [],
                       now: nil)
          @pulls = pulls
          @each = minutes_each
          @hours = hours
          @before = { "check" => check_minutes, "set-up" => setup_minutes }
          @conditioning = conditioning
          @now = now
          check!
        end

        # @return [Array<Item>] in the order of time
        def items = @items ||= (runs + on_benches).sort_by { |item| [item.from, item.lane] }

        # @return [Float] minute at which the last pull ends
        def finish = pulls.map(&:to).max || @hours.opens

        # @return [Array<Item>]
        def pulls = items.select { |item| item.kind == "pull" }

        # @return [Float] hours in which an operator is needed
        def operator_hours = (items - runs).sum { |item| item.to - item.from } / 60.0

        # @return [String]
        def sentence(wording)
          return "Nothing left to pull." if @pulls.empty?

          days = pulls.map(&:day).tally
          last = days.keys.max
          spread = if days.size > 1 || last.positive?
                     " #{days.map do |day, n|
                       "#{n} on day #{day + 1}"
                     end.join(', ')}."
                   else
                     ""
                   end
          "Done #{"on day #{last + 1} " if last.positive?}at #{self.class.clock(finish)}.#{spread} Operator " \
            "#{wording.duration(operator_hours * 60)}."
        end

        # @return [String] "07:20"
        def self.clock(minute) = format("%02d:%02d", *(minute.round % MINUTES_A_DAY).divmod(60))

        private

        def check!
          wrong = [("A day ends after it begins" if @hours.closes <= @hours.opens),
                   ("A pull takes some time" unless @each.positive?),
                   ("One pull does not fit into the operator's hours" if longest > @hours.closes - @hours.opens),
                   ("An oven or a tank holds at least one piece" if @conditioning.any? { |c| c.capacity < 1 }),
                   ("At least one bench and one operator are needed" if [@hours.benches, @hours.operators].min < 1)]
          return if wrong.compact.empty?

          raise InvalidInput.new("#{wrong.compact.join('. ')}.", fields: { day: wrong.compact.join("; ") })
        end

        def longest = [@each, *@before.values].max

        # Batches of the first conditioning's capacity, one after another, then the next conditioning, batch by batch.
        def runs = @runs ||= @conditioning.flat_map { |step| batches[step] }

        def batches
          @batches ||= @conditioning.each_with_object({}) do |step, done|
            earlier = done.values.last
            free = step.starts || @hours.opens
            done[step] = (0...(@pulls.size.to_f / step.capacity).ceil).map do |i|
              from = [free, earlier ? ready_after(earlier, [(i + 1) * step.capacity, @pulls.size].min - 1) : free].max
              free = from + step.minutes
              Item.new(kind: "conditioning", label: step.name, lane: "#{step.name}, run #{i + 1}", from: from, to: free)
            end
          end
        end

        def ready_after(items, index)
          step = @conditioning.find { |c| batches_of?(items, c) }
          items[index / step.capacity].to + step.cool_minutes
        end

        def batches_of?(items, step) = items.first.label == step.name

        # @return [Float] minute at which the i-th piece has been through everything
        def ready(index)
          return @pulls[index].ready if @conditioning.empty?

          step = @conditioning.last
          [batches[step][index / step.capacity].to + step.cool_minutes, @pulls[index].ready].max
        end

        def on_benches
          benches = Array.new(@hours.benches) { @hours.opens }
          operators = Array.new(@hours.operators) { [@hours.opens, @now || 0].max }
          made = @pulls.select(&:made).map { |pull| item("pull", pull.label, pull.bench, *pull.made) }
          made.each { |item| benches[0] = [benches[0], item.to].max }
          prepared(benches, operators, made.any?) + made + open_pulls(benches, operators)
        end

        def prepared(benches, operators, begun)
          return [] if begun

          used = [@hours.benches, @pulls.size].min
          (0...used).flat_map do |bench|
            @before.filter_map do |kind, minutes|
              minutes.positive? && task(kind, kind, minutes, bench: bench, free: [benches, operators])
            end
          end
        end

        def open_pulls(benches, operators)
          @pulls.each_with_index.reject { |pull, _| pull.made }.map do |pull, i|
            bench = pull.bench % @hours.benches
            bench = benches.index(benches.min) if @pulls.all? { |p| p.bench.zero? }
            task("pull", pull.label, @each, bench: bench, free: [benches, operators], ready: ready(i))
          end
        end

        # Takes the bench and the operator that is free first.
        def task(kind, label, minutes, bench:, free:, ready: 0)
          benches, operators = free
          operator = operators.index(operators.min)
          from = within_hours([benches[bench], operators[operator], ready].max, minutes)
          benches[bench] = operators[operator] = from + minutes
          item(kind, label, bench, from, from + minutes)
        end

        def item(kind, label, bench, from, to)
          Item.new(kind: kind, label: label.to_s, lane: "bench #{bench + 1}", from: from, to: to)
        end

        # Nothing begins that would end after hours: it waits for the next morning.
        def within_hours(from, minutes)
          day = from.div(MINUTES_A_DAY)
          opens, closes = [@hours.opens, @hours.closes].map { |minute| (day * MINUTES_A_DAY) + minute }
          from = [from, opens].max
          from + minutes > closes ? opens + MINUTES_A_DAY : from
        end
      end
    end
  end
end
