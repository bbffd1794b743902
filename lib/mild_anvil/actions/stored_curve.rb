# frozen_string_literal: true

module MildAnvil
  module Actions
    # A stored recording as the core reads curves.
    module StoredCurve
      module_function

      # @param recording [Store::Models::Recording]
      # @return [Core::Curve::Analysis]
      # @raise [Tampered]
      def analysis(recording)
        curve = Core::Curve::Recording.new(time_axis: axis(recording), channels: channels(recording),
                                           loaded_before_seconds: recording.reading["loaded_before_seconds"],
                                           timed: recording.reading["timed"] != false).freeze
        Core::Curve::Analysis.new(curve, sense: recording.judged_channel.loading_sign)
      end

      def axis(recording)
        time = recording.channels.find { |channel| channel.role == "time" }
        return Core::Curve::TimeAxis.from(Store::Samples.packed(time.id)) if time

        Core::Curve::TimeAxis.new(size: recording.sample_count, start_seconds: recording.start_seconds,
                                  interval_seconds: recording.interval_seconds)
      end
      private_class_method :axis

      def channels(recording)
        recording.channels.reject { |channel| channel.role == "time" }.map do |channel|
          Core::Curve::Channel.new(name: channel.name, role: channel.role, main: channel.judged,
                                   unit: channel.unit_read && Catalogue.units.find(channel.unit_read),
                                   packed: Store::Samples.packed(channel.id))
        end
      end
      private_class_method :channels
    end
  end
end
