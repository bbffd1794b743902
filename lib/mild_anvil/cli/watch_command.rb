# frozen_string_literal: true

module MildAnvil
  module Cli
    # bin/anvil watch FILE: daily breaks of a product against its own band and its lower limit.
    module WatchCommand
      COLUMNS = { value: /\A(force|peak|break|strength|value)/i, batch: /\A(batch|spool|charge)/i,
                  at: /\A(date|day|at|when)/i }.freeze
      CONFIDENCE = 0.95

      module_function

      # @return [String]
      def call(path, options)
        given = from_table(ProblemFile.read(path))
        found = answer(Shapes.check!(given, Shapes::WATCH))
        options[:json] ? Report.call(found, json: true) : text(found).join("\n")
      end

      # @param given [Hash] values, batches, limit, unit, changes [{after:, words:, rebase:}]
      # @return [Hash]
      # @raise [InvalidInput]
      def answer(given)
        course = course(given)
        index, why = course.capability
        { state: course.state, latest: course.latest&.value, unit: given["unit"], limit: given["limit"],
          band: band(course), patterns: course.patterns, now: course.now.map(&:words),
          below: course.below.map { |p| { place: p.at, value: p.value, batch: p.batch } },
          since_change: course.since_change,
          capability: index ? capability(index) : { refused: why }, ask: course.below? ? asks(course, given) : [] }
      end

      def course(given)
        values = ProblemFile.numbers!(given, "values")
        batches = given["batches"].to_a
        points = values.each_with_index.map { |v, i| Core::Watch::Course::Point.new(id: i, at: i + 1, value: v, batch: batches[i].to_s) }
        changes = given["changes"].to_a.map do |c|
          Core::Watch::Course::Change.new(at: c["after"] + 0.5, words: c["words"], rebase: c["rebase"] || false)
        end
        Core::Watch::Course.new(points, limit: given["limit"]&.to_f, changes: changes)
      end
      private_class_method :course

      def band(course)
        chart = course.chart
        chart && { centre: chart.centre, low: chart.lower_limit, high: chart.upper_limit,
                   provisional: course.provisional?,
                   from: course.from + 1, below_limit: course.band_below_limit? }
      end
      private_class_method :band

      def capability(index)
        { overall: index.overall, within: index.within, lower_bound: index.lower_bound(CONFIDENCE),
          share_below: index.share_below }
      end
      private_class_method :capability

      def asks(course, given)
        unit = given["unit"]
        facts = Core::Watch::Suspicion::Facts.new(
          change: course.since_change, others: nil, cell: nil, batch: course.latest.batch,
          before: course.points.reverse.find { |p| p.value >= course.limit && p.batch != course.latest.batch }&.batch,
          figures: ->(v) { "#{format('%.4g', v)} #{unit}".strip }, day: ->(at) { "place #{at.ceil}" }
        )
        Core::Watch::Suspicion.steps(facts)
      end
      private_class_method :asks

      # A table of days, its value column found by its name.
      def from_table(given)
        return given unless given["rows"]

        names = COLUMNS.transform_values { |form| given["columns"].find { |c| form.match?(c.to_s) } }
        value = names[:value] || raise(InvalidInput, "no column is called force, peak, break, strength or value")
        { "values" => given["rows"].map { |row| row[value] }, "unit" => value[/\[(.+?)\]/, 1],
          "batches" => names[:batch] && given["rows"].map { |row| row[names[:batch]].to_s } }.compact
      end
      private_class_method :from_table

      def text(found)
        unit = found[:unit]
        figure = ->(v) { "#{format('%.5g', v)} #{unit}".strip }
        [headline(found, figure), *band_lines(found, figure), *found[:patterns].map do |p|
          "#{p.from + 1} to #{p.to + 1}: #{p.words}"
        end,
         capability_line(found[:capability]), *found[:ask].each_with_index.map do |a, i|
                                                "#{i + 1}. #{a[:name]}. #{a[:ask]}"
                                              end].compact
      end
      private_class_method :text

      def headline(found, figure)
        return "No value yet." if found[:latest].nil?
        if found[:state] == "below"
          return "Below its limit: #{figure.call(found[:latest])}, limit " \
                 "#{figure.call(found[:limit])}."
        end
        return "#{figure.call(found[:latest])}: #{found[:now].join('; ')}." if found[:now].any?

        "#{figure.call(found[:latest])}: #{found[:band] ? 'in its band' : 'too few for a band'}."
      end
      private_class_method :headline

      def band_lines(found, figure)
        band = found[:band] or return []
        said = "By itself between #{figure.call(band[:low])} and #{figure.call(band[:high])}, in the middle at " \
               "#{figure.call(band[:centre])}#{', provisional' if band[:provisional]}."
        if band[:below_limit]
          [said,
           "Its own band reaches below the limit: single breaks below it are to be expected."]
        else
          [said]
        end
      end
      private_class_method :band_lines

      def capability_line(found)
        return "Capability: #{found[:refused]}." if found.key?(:refused)

        format("Capability against its limit %.2f, surely above %.2f.", found[:overall],
               (found[:lower_bound] * 100).floor / 100.0)
      end
      private_class_method :capability_line
    end
  end
end
