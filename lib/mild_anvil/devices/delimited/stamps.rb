# frozen_string_literal: true

require "time"

module MildAnvil
  module Devices
    module Delimited
      # Clock times and full stamps as seconds.
      module Stamps
        CLOCK = /\A(\d{1,3}):([0-5]?\d)(?::([0-5]?\d(?:[.,]\d+)?))?\z/
        DAY = %r{\d{1,4}[-./]\d{1,2}[-./]\d{1,4}}
        STAMP = /\A#{DAY}[T ]\d{1,2}:\d{2}(?::\d{2}(?:[.,]\d+)?)?\s*(?:Z|[+-]\d{2}:?\d{2})?\z/
        HALVES = /\s*([ap])\.?m\.?\z/i # noon and after
        MILLISECONDS = /\A(\d{1,2}:\d{2}:\d{2}):(\d{3})\z/ # a colon before the fraction
        MINUTES = /\A(\d{1,4}):([0-5]?\d[.,]\d+)\z/
        DATE = %r{\A(?:\d{4}[-./]\d{1,2}[-./]\d{1,2}|\d{1,2}[-./]\d{1,2}[-./]\d{2,4})\z}
        MARKED = %r{:|\d[-./]\d{1,2}[-./]\d} # every one of them has that; most numbers have not
        DAY_SECONDS = 86_400.0

        module_function

        # @return [String, nil] "clock", "stamp", "date" (a day without a time) or nil
        def form(field)
          return unless MARKED.match?(field)

          text = field.strip.sub(HALVES, "").sub(MILLISECONDS, '\1.\2')
          return "clock" if CLOCK.match?(text) || MINUTES.match?(text)
          return "stamp" if STAMP.match?(text)

          "date" if DATE.match?(text)
        end

        # @return [Float, nil] seconds since midnight, or since the epoch
        def parse(field, form)
          half = HALVES.match(field)
          text = field.strip.sub(HALVES, "").sub(MILLISECONDS, '\1.\2')
          return (DATE.match?(text) ? 0.0 : nil) unless %w[clock stamp].include?(form)

          seconds = form == "clock" ? clock(text) : stamp(text)
          half && seconds ? half_day(seconds, half[1]) : seconds
        end

        # 12:30 am is half past midnight; 1 pm is an hour after noon.
        def half_day(seconds, letter)
          hour = seconds % DAY_SECONDS / 3600
          return hour >= 12 ? seconds - (DAY_SECONDS / 2) : seconds if letter.casecmp?("a")

          hour < 12 ? seconds + (DAY_SECONDS / 2) : seconds
        end
        private_class_method :half_day

        # Clock times that run past midnight go on counting.
        def unwrap_midnight(seconds)
          days = 0.0
          before = nil
          seconds.map do |t|
            days += DAY_SECONDS if before && t < before - (DAY_SECONDS / 2)
            before = t
            t + days
          end
        end

        def clock(text)
          minutes = MINUTES.match(text)
          return (minutes[1].to_f * 60) + minutes[2].tr(",", ".").to_f if minutes

          match = CLOCK.match(text) or return
          return (match[1].to_f * 60) + match[2].to_f if match[3].nil?

          (match[1].to_f * 3600) + (match[2].to_f * 60) + match[3].tr(",", ".").to_f
        end
        private_class_method :clock

        # Years first, or days first, or months first where the day shows it; a zone is honoured.
        def stamp(text)
          return unless STAMP.match?(text) || DATE.match?(text) # a word would be taken for today

          date, rest = text.split(/[T ]/, 2)
          rest ||= "00:00" # midnight, which spreadsheets leave away
          parts = date.split(%r{[-./]})
          parts = parts.reverse if parts.first.size <= 2
          parts[1], parts[2] = parts[2], parts[1] if parts[1].to_i > 12 # month first
          Time.parse("#{parts.join('-')}T#{rest.tr(',',
                                                   '.')}#{'Z' unless rest.match?(/Z|[+-]\d{2}:?\d{2}\z/)}").to_r.to_f
        rescue ArgumentError
          nil
        end
        private_class_method :stamp
      end
    end
  end
end
