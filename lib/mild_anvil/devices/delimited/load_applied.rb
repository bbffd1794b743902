# frozen_string_literal: true

module MildAnvil
  module Devices
    module Delimited
      # When the load was hung, where the lines above a table say so: "Load applied: 27.03.2031 21:19:45". The time of
      # creep counts from there and not from the first row.
      class LoadApplied
        LOAD = /load(?:ing)?|last|belastung|charge|carga|carico|kraft|obciąż\w*|belasting/
        HUNG = /appl|aufgebr|angeh|aplic|appliqu|påförd|przył|aangebr|zawiesz/
        BEGAN = /start|began|begin|beginn|début|debut|inizio|inicio|początek/
        # A load cell that was fitted, or whose check began, hangs nothing.
        OTHER = /cell|zell|dose\b|capteur|sensor|cella|célula|cel\b|limit|grenz|rate\b/
        TIME = /\d{1,2}:\d{2}(?::\d{2}(?:[.,]\d+)?)?(?:\s*[ap]\.?m\.?)?(?:z|[+-]\d{2}:?\d{2})?/
        AT = %r{(?:(?<day>\d{1,4}[-./]\d{1,2}[-./]\d{1,4})[t\ ]\s*)?(?<time>#{TIME})(?![\d:])}
        WORDS = /(?:\b(?:#{LOAD})\b.*(?:#{HUNG}|#{BEGAN}|\bon\b|\bat\b))|(?:#{BEGAN}).*\b(?:#{LOAD})\b/
        HALF_DAY = Stamps::DAY_SECONDS / 2

        # @param lines [Array<String>] above the table
        def initialize(lines)
          @lines = lines
        end

        # @param first [String] the time of the first row, as it is written
        # @param form [String, nil] "clock" or "stamp"; nothing follows for other times
        # @return [Float] seconds for which the load hung already at the first row; 0.0 where nothing says so. Of a
        #   clock without a day, less than half a day is believed.
        def seconds_before(first, form)
          hung = %w[stamp clock].include?(form) && at(form) or return 0.0
          row = Stamps.parse(first, form) or return 0.0
          before = row - hung
          before %= Stamps::DAY_SECONDS if form == "clock"
          before.positive? && (form == "stamp" || before < HALF_DAY) ? before : 0.0
        end

        private

        def at(form)
          @lines.each do |line|
            match = AT.match(line.downcase) or next
            words = line.downcase[0...match.begin(0)]
            next if !WORDS.match?(words) || OTHER.match?(words)

            seconds = Stamps.parse(form == "stamp" ? "#{match[:day]} #{match[:time]}" : match[:time], form)
            return seconds if seconds
          end
          nil
        end
      end
    end
  end
end
